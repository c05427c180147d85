import type { ModelAttributeColumnOptions, QueryInterface } from 'sequelize';

/** What a step makes of the tables. Everything may be repeated, since a step may have been cut short by the end of the server. */
export class Tables {
  constructor(private readonly queries: QueryInterface) {}

  async create(table: string, columns: Record<string, ModelAttributeColumnOptions>): Promise<void> {
    if (!(await this.queries.tableExists(table))) await this.queries.createTable(table, columns);
  }

  async addColumn(table: string, column: string, options: ModelAttributeColumnOptions): Promise<void> {
    const present = await this.queries.describeTable(table);
    if (!(column in present)) await this.queries.addColumn(table, column, options);
  }

  async addIndex(table: string, columns: string[]): Promise<void> {
    const name = [table, ...columns].join('_');
    const present = (await this.queries.showIndex(table)) as { name: string }[];
    if (!present.some((index) => index.name === name)) await this.queries.addIndex(table, columns, { name });
  }

  /** Changes rows; the statement must come to the same however often it is given. */
  async change(statement: string): Promise<void> {
    await this.queries.sequelize.query(statement);
  }
}

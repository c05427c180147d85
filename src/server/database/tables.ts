import type { ModelAttributeColumnOptions, QueryInterface } from 'sequelize';

/** What a step makes of the tables. Everything may be repeated, since a step may have been cut short by the end of the server. */
export class Tables {
  constructor(private readonly queries: QueryInterface) {}

  async create(table: string, columns: Record<string, ModelAttributeColumnOptions>): Promise<void> {
    if (!(await this.queries.tableExists(table))) await this.queries.createTable(table, columns);
  }

  async addColumn(table: string, column: string, options: ModelAttributeColumnOptions): Promise<void> {
    if (!(await this.hasColumn(table, column))) await this.queries.addColumn(table, column, options);
  }

  async addIndex(table: string, columns: string[]): Promise<void> {
    const name = [table, ...columns].join('_');
    const present = (await this.queries.showIndex(table)) as { name: string }[];
    if (!present.some((index) => index.name === name)) await this.queries.addIndex(table, columns, { name });
  }

  async hasColumn(table: string, column: string): Promise<boolean> {
    return column in (await this.queries.describeTable(table));
  }

  async dropColumn(table: string, column: string): Promise<void> {
    if (await this.hasColumn(table, column)) await this.change(`ALTER TABLE ${table} DROP COLUMN ${column}`);
  }

  /** Lets a column be empty. */
  async loosen(table: string, column: string, options: ModelAttributeColumnOptions): Promise<void> {
    await this.queries.changeColumn(table, column, options);
  }

  /** Makes some columns the primary key, where another one is it. */
  async setKey(table: string, columns: string[]): Promise<void> {
    const indexes = (await this.queries.showIndex(table)) as { name: string; fields: { attribute: string }[] }[];
    const now = indexes.find(({ name }) => name === 'PRIMARY')?.fields.map(({ attribute }) => attribute) ?? [];
    if (now.join() === columns.join()) return;
    const drop = now.length > 0 ? 'DROP PRIMARY KEY, ' : '';
    await this.change(`ALTER TABLE ${table} ${drop}ADD PRIMARY KEY (${columns.join(', ')})`);
  }

  /** Changes rows; the statement must come to the same however often it is given. */
  async change(statement: string): Promise<void> {
    await this.queries.sequelize.query(statement);
  }
}

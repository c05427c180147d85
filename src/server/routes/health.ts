import { QueryTypes } from 'sequelize';
import { database } from '../database/connection';
import { answer } from '../http/faults';

/** Whether server and database answer. */
export function getHealth(): Promise<Response> {
  return answer(async () => {
    await database().sequelize.query('SELECT 1', { type: QueryTypes.SELECT });
    return { ok: true };
  });
}

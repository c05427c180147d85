import { requestFaultOf } from '../http/requestFault';
import { documentWork, type DocumentWork } from './documentWork';

/** What a thread is handed: the name of the work, and what it is done with. */
export interface DocumentTask {
  name: keyof DocumentWork;
  input: unknown;
}

export type DocumentResult = { value: unknown } | { fault: NonNullable<ReturnType<typeof requestFaultOf>> };

/** Entry of a worker thread: faults of a request come back as data, since errors lose what they carry. */
export default function doDocumentWork({ name, input }: DocumentTask): DocumentResult {
  try {
    const work = documentWork[name] as (input: unknown) => unknown;
    return { value: work(input) };
  } catch (error) {
    const fault = requestFaultOf(error);
    if (!fault) throw error;
    return { fault };
  }
}

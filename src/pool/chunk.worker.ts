import { computeChunk } from './computeChunk';

/** Entry of a worker thread: one task in, one result out. */
export default computeChunk;

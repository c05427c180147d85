import path from 'node:path';
import { GorgeServer } from './gorgeServer';

export default function globalTeardown(): void {
  new GorgeServer(path.join(process.cwd(), '.data/end-to-end'), 4410).stopAll();
}

import { GorgeServer } from './gorgeServer';

export default async function globalSetup(): Promise<void> {
  const server = GorgeServer.fresh('end-to-end', 4410);
  const address = await server.start();
  if (address !== 'http://127.0.0.1:4410') throw new Error(`the tests need port 4410, but the server took ${address}`);
}

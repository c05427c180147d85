/** Called once by the web server before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { startServer } = await import('./server/start');
  await startServer();
}

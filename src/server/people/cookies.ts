/** Cookies by which somebody is known: the secret of the link, and the name that was given with it. */
export const LINK_COOKIE = 'gorge_link';
export const NAME_COOKIE = 'gorge_name';

const YEAR_SECONDS = 31_536_000;

/** The value of a cookie of a request; undefined where it has none of that name. */
export function cookieOf(request: Request, name: string): string | undefined {
  for (const part of (request.headers.get('cookie') ?? '').split(';')) {
    const at = part.indexOf('=');
    if (at < 0 || part.slice(0, at).trim() !== name) continue;
    try {
      return decodeURIComponent(part.slice(at + 1).trim());
    } catch {
      return undefined;
    }
  }
  return undefined;
}

/** The head line that sets a cookie for a year; an empty value takes it away. */
export function setCookie(request: Request, name: string, value: string): string {
  const isSecure = new URL(request.url).protocol === 'https:' || request.headers.get('x-forwarded-proto') === 'https';
  return [
    `${name}=${encodeURIComponent(value)}`,
    'Path=/',
    'HttpOnly',
    'SameSite=Strict',
    `Max-Age=${value === '' ? 0 : YEAR_SECONDS}`,
    ...(isSecure ? ['Secure'] : []),
  ].join('; ');
}

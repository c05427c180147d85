import { NextResponse, type NextRequest } from 'next/server';
import { LINK_COOKIE } from './server/people/cookies';
import type { LinkBook } from './server/people/linkBook';
import { GuessGuard, hashOf, isSameSecret } from './server/http/tokens';

const LOOPBACK_HOST = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;
const TOKEN_COOKIE = 'gorge_token';

/**
 * Guards every request: without a token only loopback names are answered; with one (set to listen elsewhere) it must be
 * shown, once as `?token=`, then by cookie, or a link that the keeper of the server gave. Pages get a strict content security policy with a nonce.
 */
export function proxy(request: NextRequest): NextResponse {
  const token = process.env.GORGE_TOKEN;
  if (token) return guardByToken(request, token);
  if (!LOOPBACK_HOST.test(request.headers.get('host') ?? '')) {
    return refuse(
      403,
      'foreign-host',
      'This server answers to loopback names only.',
      'Open it as 127.0.0.1, or start it with GORGE_TOKEN set.',
    );
  }
  return withPolicy(request);
}

/** Where one comes in by a link, and goes out again: nobody is known there. */
function isOpenPath(path: string): boolean {
  return path === '/join' || path === '/api/join' || path === '/api/leave';
}

// The links are read when the server starts; this file is bundled by itself.
const holder = globalThis as unknown as { gorgeLinkBook?: Pick<LinkBook, 'find'> };

function isLinkGood(secret: string | undefined): boolean {
  return secret !== undefined && holder.gorgeLinkBook?.find(secret) !== undefined;
}

const guesses = new GuessGuard(Date.now);

function guardByToken(request: NextRequest, token: string): NextResponse {
  // The door of each route says what a link opens, and that it was withdrawn.
  if (isOpenPath(request.nextUrl.pathname) || isLinkGood(request.cookies.get(LINK_COOKIE)?.value))
    return withPolicy(request);
  const cookie = request.cookies.get(TOKEN_COOKIE)?.value;
  // Whose link was withdrawn is told so on the page for links.
  if (request.cookies.has(LINK_COOKIE) && cookie === undefined && request.headers.get('accept')?.includes('text/html'))
    return NextResponse.redirect(new URL('/join', request.nextUrl));
  const shown = request.nextUrl.searchParams.get('token');
  if (cookie !== undefined && isSameSecret(cookie, hashOf(token)))
    // A token does not stay in the address, where it would be copied along.
    return shown === null ? withPolicy(request) : rememberToken(request, token);
  const borne = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  const { waitSeconds } = guesses;
  if (waitSeconds > 0) {
    const hint = `Try again in ${waitSeconds} s.`;
    const reply = refuse(429, 'too-many-guesses', 'Too many wrong tokens were shown.', hint);
    reply.headers.set('retry-after', String(waitSeconds));
    return reply;
  }
  if (shown !== null && isSameSecret(shown, token)) return rememberToken(request, token);
  // Programs that look after the server keep no cookies.
  if (borne !== undefined && isSameSecret(borne, token)) return withPolicy(request);
  if (shown !== null || cookie !== undefined || borne !== undefined) guesses.noteWrong();
  return refuse(401, 'token-missing', 'This server wants its token.', 'Open it once with ?token=… in the address.');
}

function rememberToken(request: NextRequest, token: string): NextResponse {
  const target = request.nextUrl.clone();
  target.searchParams.delete('token');
  const reply = NextResponse.redirect(target);
  const isSecure = request.nextUrl.protocol === 'https:' || request.headers.get('x-forwarded-proto') === 'https';
  reply.cookies.set(TOKEN_COOKIE, hashOf(token), { httpOnly: true, sameSite: 'strict', secure: isSecure });
  return reply;
}

function refuse(status: number, code: string, message: string, hint: string): NextResponse {
  return NextResponse.json({ code, message, hint }, { status });
}

function withPolicy(request: NextRequest): NextResponse {
  const nonce = btoa(crypto.randomUUID());
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'`,
    // The interface library sets sizes and variables by style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const reply = NextResponse.next({ request: { headers } });
  reply.headers.set('content-security-policy', policy);
  reply.headers.set('x-content-type-options', 'nosniff');
  reply.headers.set('referrer-policy', 'same-origin');
  return reply;
}

export const config = { matcher: ['/((?!_next/static|_next/image|icon.svg).*)'] };

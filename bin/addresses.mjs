// Host names and addresses on which the server may listen.
import net from 'node:net';

const LOOPBACK = /^(127(\.\d{1,3}){3}|localhost|::1|0:0:0:0:0:0:0:1)$/;
const EVERYWHERE = ['0.0.0.0', '::'];

export function isLoopback(host) {
  return LOOPBACK.test(host);
}

/** How a host stands in an address: IPv6 in brackets. */
export function inAddress(host) {
  return net.isIPv6(host) ? `[${host}]` : host;
}

/** Where this machine itself reaches a server that listens on a host. */
export function reachable(host) {
  if (!EVERYWHERE.includes(host)) return inAddress(host);
  return host === '::' ? '[::1]' : '127.0.0.1';
}

import type { Settings } from '../settings.ts';

/** The names and addresses by which a machine calls itself (RFC 6761, 6.3; RFC 1122, 3.2.1.3; RFC 4291, 2.5.3). */
export const isLoopback = (host: string): boolean => /^(localhost|127(\.\d{1,3}){3}|\[?::1\]?)$/i.test(host);

/** Whether a server listens on every address of its machine. */
export const isEverywhere = (host: string): boolean => /^(0\.0\.0\.0|\[?::\]?)$/.test(host);

/** Whether a server is told to serve others than this machine. */
export const servesOthers = ({ host, hosts }: Pick<Settings, 'host' | 'hosts'>): boolean =>
  !isLoopback(host) || hosts.some((name) => !isLoopback(name));

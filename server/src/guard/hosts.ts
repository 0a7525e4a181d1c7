import { hostname, networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { cut } from '@chromatype/core';
import { Refused } from '../errors/refused.ts';
import type { Settings } from '../settings.ts';
import { isEverywhere, isLoopback } from './loopback.ts';

/** An address as it stands in a URL. */
const inUrl = (address: string): string => (address.includes(':') ? `[${address.replace(/^\[|\]$/g, '')}]` : address);

/** The addresses of this machine and the names it goes by; those end in .local where a network has no names of its own. */
const ownNames = (): string[] => [
  ...Object.values(networkInterfaces()).flatMap((addresses) => (addresses ?? []).map(({ address }) => address)),
  hostname(),
  `${hostname()}.local`,
];

/** Host names, without ports, that a server answers to beside those of loopback. */
export function hostsServed({ host, hosts }: Pick<Settings, 'host' | 'hosts'>): ReadonlySet<string> {
  const own = isEverywhere(host) ? ownNames() : [host];
  return new Set([...own.map((address) => inUrl(address).toLowerCase()), ...hosts]);
}

/** The name in a Host header, without its port and the dot of the root. */
const nameIn = (header: string): string =>
  /^(\[[^\]]*\]|[^:]*)(?::\d*)?$/.exec(header.trim())?.[1]?.replace(/\.$/, '').toLowerCase() ?? '';

/**
 * Refuses every request whose Host header is no name of this server. A page of another name that resolves to this
 * machine (DNS rebinding) is of the same origin as the server to its browser, and is known by nothing else.
 */
export function guardHosts(settings: Pick<Settings, 'host' | 'hosts'>): RequestHandler {
  const served = hostsServed(settings);
  return (request, _response, next) => {
    const name = nameIn(request.headers.host ?? '');
    if (isLoopback(name) || served.has(name)) next();
    else next(new Refused(421, `This server does not answer to the name "${cut(name)}".`));
  };
}

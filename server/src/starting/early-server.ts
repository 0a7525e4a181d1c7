import { createServer, type RequestListener, type Server } from 'node:http';
import { reasonOf } from '../errors/reason-of.ts';
import { StartError } from './start-error.ts';

/** Answers while the application is not there yet. */
const starting: RequestListener = (_request, response) => {
  response.writeHead(503, { 'Content-Type': 'application/json', 'Retry-After': '1', 'Cache-Control': 'no-store' });
  response.end(JSON.stringify({ message: 'Chromatype is starting; try again in a moment.' }));
};

/**
 * Milliseconds for which a connection is kept for the next request. Within Node's own 5 seconds a request often meets a
 * connection that is just being closed.
 */
const KEEP_ALIVE = 65_000;

/** A server that listens before the application exists, so that a port in use is known before anything is touched. */
export interface EarlyServer {
  readonly server: Server;
  readonly port: number;
  /** Hands requests to the application. */
  open(application: RequestListener): void;
}

/** @throws StartError when the address cannot be listened on */
export async function listenEarly(host: string, port: number): Promise<EarlyServer> {
  const server = createServer(starting);
  server.keepAliveTimeout = KEEP_ALIVE;
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error) => {
      const where = `${host.includes(':') ? `[${host}]` : host}:${port}`;
      reject(new StartError(`Chromatype cannot listen on ${where}: ${reasonOf(error)}.`));
    });
    server.listen(port, host, resolve);
  });
  return {
    server,
    port: (server.address() as { port: number }).port,
    open(application) {
      server.off('request', starting);
      server.on('request', application);
    },
  };
}

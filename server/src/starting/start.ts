import { hasPassword } from '../access/password-file.ts';
import { isEverywhere, servesOthers } from '../guard/loopback.ts';
import type { Settings } from '../settings.ts';
import { checkDatabase } from './check-database.ts';
import { openDataFolder } from './data-folder.ts';
import { lockData } from './data-lock.ts';
import { listenEarly } from './early-server.ts';
import { StartError } from './start-error.ts';

/** A server that ends takes no longer than this, in milliseconds; what is still open then is cut off. */
const LONGEST_END = 1500;

/** The address of the server as a browser of this machine takes it. */
function addressOf(host: string, port: number): string {
  const name = isEverywhere(host) ? '127.0.0.1' : host;
  return `http://${name.includes(':') && !name.startsWith('[') ? `[${name}]` : name}:${port}/`;
}

/**
 * Starts the server: the data folder is locked and the port taken before anything in the folder is changed. It ends on
 * SIGTERM and SIGINT within two seconds, open event streams or not; the run under way is put back into the queue.
 * @throws StartError when it cannot start
 */
export async function start(settings: Settings): Promise<void> {
  openDataFolder(settings.data);
  const lock = lockData(settings.data);
  if (servesOthers(settings) && !hasPassword(settings.data)) {
    throw new StartError(
      `To serve beyond this machine (${[settings.host, ...settings.hosts].join(', ')}), set a password first: chromatype password.`,
    );
  }
  const early = await listenEarly(settings.host, settings.port);
  const address = addressOf(settings.host, early.port);
  lock.tell(`a server at ${address}`);
  checkDatabase(settings.data);
  // What takes long to load comes last, so that a start that fails says so at once.
  const [{ createApp }, { EarlyAdapter }] = await Promise.all([import('../create-app.ts'), import('./adapter.ts')]);
  const adapter = new EarlyAdapter(early.server);
  const app = await createApp(settings, undefined, adapter);
  await app.init();
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    const cut = setTimeout(() => process.exit(0), LONGEST_END);
    early.server.close();
    await app.close().catch((error) => console.error(error));
    clearTimeout(cut);
    lock.release();
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  early.open(adapter.getInstance());
  console.log(`Chromatype is at ${address}`);
}

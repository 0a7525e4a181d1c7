import { askForPassword } from '../access/access-store.ts';

/** A refusal by the server: its own plain sentence. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }

  /** Whether it ends by itself: no server, one that is starting, or a full disk. What was asked is asked again later. */
  get passes(): boolean {
    return this.status === 0 || this.status === 503 || this.status === 507;
  }
}

const UNREACHABLE = 'The server does not answer; what you did is kept in this browser until it does.';

/** A request to the server, its answer read as JSON. Throws `Refused`. */
export const request = async <T>(path: string, options: RequestInit = {}): Promise<T> =>
  (await requestWhole<T>(path, options)).body;

/** The same with the headers of the answer. Throws `Refused`. */
export async function requestWhole<T>(
  path: string,
  options: RequestInit = {},
): Promise<{ readonly body: T; readonly headers: Headers }> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, options);
  } catch {
    throw new Refused(0, UNREACHABLE);
  }
  if (response.status === 401) askForPassword();
  const { headers } = response;
  if (response.status === 204) return { body: undefined as T, headers };
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (!response.ok)
    throw new Refused(
      response.status,
      typeof body.message === 'string' ? body.message : 'The server refused this.',
      body,
    );
  return { body: body as T, headers };
}

export const json = (method: string, body: unknown, headers: Record<string, string> = {}): RequestInit => ({
  method,
  body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json', ...headers },
});

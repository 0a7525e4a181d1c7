import { json, request } from './http.ts';

export interface Session {
  /** Whether the server asks for a password at all. */
  readonly needed: boolean;
  readonly signedIn: boolean;
}

export const session = {
  get: () => request<Session>('/session'),
  signIn: (password: string) => request<Session>('/session', json('POST', { password })),
  signOut: () => request<void>('/session', { method: 'DELETE' }),
};

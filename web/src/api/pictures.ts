import { askForPassword } from '../access/access-store.ts';
import { Refused } from './http.ts';

export interface StoredPicture {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** The size on paper that a drawing states. */
  readonly widthMm?: number | null;
  readonly heightMm?: number | null;
  /** Pixels an inch as its file states them. */
  readonly ppi?: number | null;
  /** Of a clip: when each frame ends, in seconds, and the level of the small copies of all frames. */
  readonly clip?: { readonly ends: readonly number[]; readonly level: number } | null;
}

export const MOST_BYTES = 100e6;

/** Sends a file to an address of the server, which answers with what it made of it or one plain sentence. */
export function sendFile<T>(
  address: string,
  file: File,
  progress: (share: number) => void,
  signal?: AbortSignal,
  { bytes, said }: { readonly bytes: number; readonly said: string } = { bytes: MOST_BYTES, said: '100 MB' },
): Promise<T> {
  if (file.size > bytes)
    return Promise.reject(new Refused(413, `This file is larger than ${said}; make it smaller first.`));
  return new Promise((resolve, reject) => {
    const sending = new XMLHttpRequest();
    sending.open('POST', address);
    sending.setRequestHeader('Content-Type', 'application/octet-stream');
    sending.responseType = 'json';
    sending.upload.onprogress = (event) => progress(event.loaded / Math.max(1, event.total));
    sending.onload = () => {
      if (sending.status === 401) askForPassword();
      if (sending.status < 300) resolve(sending.response as T);
      else
        reject(
          new Refused(
            sending.status,
            (sending.response as { message?: string } | null)?.message ?? 'The server refused this file.',
          ),
        );
    };
    sending.onerror = () => reject(new Refused(0, 'The server does not answer; try again when it does.'));
    sending.onabort = () => reject(new Refused(0, 'Cancelled.'));
    signal?.addEventListener('abort', () => sending.abort());
    sending.send(file);
  });
}

/** Sends an archive of stills to the server, which may be far larger than a picture. */
export const uploadArchive = (
  file: File,
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<StoredPicture> =>
  sendFile<StoredPicture>(`/api/clips/archive?name=${encodeURIComponent(file.name)}`, file, progress, signal, {
    bytes: 1e9,
    said: '1 GB',
  });

/** Sends a picture to the server, which answers with the stored picture or one plain sentence. */
export const uploadPicture = (
  file: File,
  progress: (share: number) => void,
  signal?: AbortSignal,
): Promise<StoredPicture> =>
  sendFile<StoredPicture>(`/api/pictures?name=${encodeURIComponent(file.name)}`, file, progress, signal);

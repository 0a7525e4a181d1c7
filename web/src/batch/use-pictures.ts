import { useCallback, useRef, useState } from 'react';
import { toast } from 'sonner';
import { type StoredPicture, uploadPicture } from '../api/pictures.ts';
import { picturesOfZip } from './unpack.ts';

/** A picture of a batch: on its way to the server, there, or refused. */
export interface BatchItem {
  readonly key: number;
  readonly name: string;
  readonly share: number;
  readonly picture: StoredPicture | null;
  readonly problem: string | null;
}

/** Files that are sent at a time. */
const AT_ONCE = 2;

/** The pictures of a batch, sent to the server a few at a time. */
export function useBatchPictures() {
  const [items, setItems] = useState<readonly BatchItem[]>([]);
  const next = useRef(0);
  const queue = useRef<{ readonly key: number; readonly file: File }[]>([]);
  const busy = useRef(0);
  const gone = useRef(new Set<number>());

  const put = useCallback((key: number, part: Partial<BatchItem>) => {
    setItems((all) => all.map((item) => (item.key === key ? { ...item, ...part } : item)));
  }, []);

  const pump = useCallback(() => {
    while (busy.current < AT_ONCE && queue.current.length > 0) {
      const { key, file } = queue.current.shift()!;
      if (gone.current.has(key)) continue;
      busy.current++;
      uploadPicture(file, (share) => put(key, { share }))
        .then(
          (picture) => put(key, { picture, share: 1 }),
          (error: unknown) => put(key, { problem: error instanceof Error ? error.message : String(error) }),
        )
        .finally(() => {
          busy.current--;
          pump();
        });
    }
  }, [put]);

  const add = useCallback(
    async (files: readonly File[]): Promise<void> => {
      for (const file of files) {
        let own = [file];
        if (/\.zip$/i.test(file.name)) {
          try {
            own = await picturesOfZip(file);
            if (own.length === 0) toast.error(`${file.name}: there is no picture in it.`);
          } catch (error) {
            toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`);
            continue;
          }
        }
        const begun = own.map((one) => ({ key: next.current++, file: one }));
        queue.current.push(...begun);
        setItems((all) => [
          ...all,
          ...begun.map(({ key, file: one }) => ({ key, name: one.name, share: 0, picture: null, problem: null })),
        ]);
      }
      pump();
    },
    [pump],
  );

  const remove = useCallback((key: number) => {
    gone.current.add(key);
    setItems((all) => all.filter((item) => item.key !== key));
  }, []);
  const clear = useCallback(() => {
    setItems((all) => {
      for (const { key } of all) gone.current.add(key);
      return [];
    });
  }, []);
  return { items, add, remove, clear };
}

import type { Page } from '@playwright/test';

/** The angle of the document that the steps of undo in this browser's store lead up to; null when none are kept. */
export function keptAngle(page: Page, job: string): Promise<number | null> {
  return page.evaluate(
    (key) =>
      new Promise<number | null>((resolve, reject) => {
        const opening = indexedDB.open('keyval-store');
        opening.onerror = () => reject(opening.error);
        opening.onsuccess = () => {
          const asked = opening.result.transaction('keyval').objectStore('keyval').get(key);
          asked.onerror = () => reject(asked.error);
          asked.onsuccess = () => {
            opening.result.close();
            const at = (asked.result as { at: string } | undefined)?.at;
            resolve(at ? JSON.parse(at).passes[0].fills[0].screen.angle : null);
          };
        };
      }),
    `chromatype history ${job}`,
  );
}

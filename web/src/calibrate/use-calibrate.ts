import { type Job, type SheetLie, scanOf, type StandInPress, type Stock } from '@chromatype/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { StoredPicture } from '../api/pictures.ts';
import { sendPicture } from '../bench/add-picture.ts';
import { loadPicture, pictureHere, usePictures } from '../engine/pictures.ts';
import type { Measured } from './calibrate-worker.ts';
import { pressInWorker, readInWorker } from './in-worker.ts';

/** What is being done with a chart. */
export type Doing =
  | { readonly what: 'nothing' }
  | { readonly what: 'pressing' | 'loading' | 'reading'; readonly share: number };

const NOTHING: Doing = { what: 'nothing' };

/** What a scan told, and which scan. */
export type Told = Exclude<Measured, { readonly refused: string }> & { readonly scan: StoredPicture };

/** Prints and reads charts one at a time: what is begun ends what was begun before, and the last reading stays until there is another. */
export function useCalibrate(chart: Job | null, inks: number, stock: Stock) {
  const [scan, setScan] = useState<StoredPicture | null>(null);
  const [ppi, setPpi] = useState<number | null>(null);
  const [doing, setDoing] = useState<Doing>(NOTHING);
  const [fault, setFault] = useState<string | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const work = useRef<AbortController | null>(null);
  const loaded = usePictures((s) => (scan ? s.byHash[scan.hash] : undefined));
  const ready = loaded?.state === 'ready';
  const chartNow = useRef(chart);
  chartNow.current = chart;

  const cancel = useCallback(() => {
    work.current?.abort();
    work.current = null;
    setDoing(NOTHING);
  }, []);
  useEffect(() => cancel, [cancel]);

  const working = useCallback(
    async (
      what: 'pressing' | 'reading',
      does: (signal: AbortSignal, told: (share: number) => void) => Promise<void>,
    ) => {
      work.current?.abort();
      const own = new AbortController();
      work.current = own;
      setFault(null);
      setDoing({ what, share: 0 });
      try {
        await does(own.signal, (share) => {
          // What a worker told may come after its answer.
          if (work.current === own) setDoing({ what, share });
        });
      } catch (error) {
        if (!own.signal.aborted) setFault(error instanceof Error ? error.message : String(error));
      } finally {
        if (work.current === own) {
          work.current = null;
          setDoing(NOTHING);
        }
      }
    },
    [],
  );

  const take = useCallback((stored: StoredPicture, at: number | null) => {
    setFault(null);
    setPpi(at);
    setScan(stored);
    void loadPicture(stored);
  }, []);

  const press = (how: StandInPress, lie: SheetLie, title: string) =>
    chart &&
    working('pressing', async (signal, progress) => {
      // The stock of a chart is left out of its files; the press has it.
      const onStock = { ...chart, sheet: { ...chart.sheet, stock } };
      const blob = await pressInWorker(onStock, how, lie, progress, signal);
      if (signal.aborted) return;
      const stored = await sendPicture(new File([blob], `${title}, pressed.png`, { type: 'image/png' }));
      if (stored && !signal.aborted) take(stored, lie.askew.some((v) => v !== 0) ? null : lie.ppi);
    });

  const read = useCallback(
    (of: StoredPicture, at: number | null) =>
      working('reading', async (signal, progress) => {
        const pixels = scanOf(pictureHere(of.hash)!, { x: 0, y: 0, width: of.width, height: of.height });
        const answer = await readInWorker(pixels, at, chartNow.current, progress, signal);
        if (signal.aborted) return;
        if ('refused' in answer) setFault(answer.refused);
        else if (answer.shown.spec.inks !== inks)
          setFault(
            `This chart is for ${answer.shown.spec.inks} ${answer.shown.spec.inks === 1 ? 'ink' : 'inks'}, and ${inks} ${inks === 1 ? 'pass prints' : 'passes print'} here; open the job that the chart was made for.`,
          );
        else setTold({ ...answer, scan: of });
      }),
    [working, inks],
  );

  useEffect(() => {
    if (scan && ready) void read(scan, ppi);
  }, [scan, ready, ppi, read]);

  return {
    scan,
    ppi,
    setPpi,
    told,
    doing: loaded?.state === 'loading' ? ({ what: 'loading', share: loaded.share } as Doing) : doing,
    fault: loaded?.state === 'failed' ? loaded.message : fault,
    take,
    press,
    cancel,
  };
}

import {
  type Findings,
  LEAST_SIDE,
  type MatchedInk,
  matchSettings,
  type PixelRegion,
  recipeOfFindings,
  scanOf,
} from '@chromatype/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { StoredPicture } from '../api/pictures.ts';
import { unscreenPicture } from '../api/unscreen.ts';
import { loadPicture, pictureHere, usePictures } from '../engine/pictures.ts';
import { findInWorker } from './find-in-worker.ts';
import { regionWithin } from './RegionPicker.tsx';

/** Side of the largest region that is read: more of a print tells no more. */
export const LARGEST_REGION = 2000;

/** What is being done with a scan. */
export type Doing =
  | { readonly what: 'nothing' }
  | { readonly what: 'loading' | 'finding' | 'unscreening'; readonly share: number };

const NOTHING: Doing = { what: 'nothing' };

/** What is set by hand, over what the scan tells. */
interface Changes {
  readonly turn?: number;
  readonly texture?: number;
  readonly inks: Readonly<Record<number, Partial<MatchedInk>>>;
}

/** Reads scans one at a time: another scan or region ends what was begun. */
export function useMatch(scan: StoredPicture | null, ppi: number) {
  const [region, setRegion] = useState<PixelRegion | null>(null);
  const [doing, setDoing] = useState<Doing>(NOTHING);
  const [fault, setFault] = useState<string | null>(null);
  const [findings, setFindings] = useState<Findings | null>(null);
  const [changes, setChanges] = useState<Changes>({ inks: {} });
  const [picture, setPicture] = useState<StoredPicture | null>(null);
  const work = useRef<AbortController | null>(null);
  const ppiNow = useRef(ppi);
  ppiNow.current = ppi;
  const loaded = usePictures((s) => (scan ? s.byHash[scan.hash] : undefined));
  const ready = loaded?.state === 'ready';

  useEffect(() => {
    if (scan) void loadPicture(scan);
    setRegion(
      scan && regionWithin(scan, { x: 0, y: 0, width: scan.width, height: scan.height }, LEAST_SIDE, LARGEST_REGION),
    );
  }, [scan]);

  const cancel = useCallback(() => {
    work.current?.abort();
    work.current = null;
    setDoing(NOTHING);
  }, []);
  useEffect(() => cancel, [cancel]);

  const read = useCallback(async (of: StoredPicture, part: PixelRegion) => {
    work.current?.abort();
    const own = new AbortController();
    work.current = own;
    const { signal } = own;
    setFault(null);
    setDoing({ what: 'finding', share: 0 });
    try {
      const pixels = scanOf(pictureHere(of.hash)!, part);
      const told = (what: 'finding' | 'unscreening') => (share: number) => {
        // What a worker told may come after its answer.
        if (work.current === own) setDoing({ what, share });
      };
      const answer = await findInWorker(pixels, ppiNow.current, told('finding'), signal);
      if (signal.aborted) return;
      if ('refused' in answer) {
        setFault(answer.refused);
        setFindings(null);
        setPicture(null);
        return;
      }
      setFindings(answer.findings);
      setChanges({ inks: {} });
      setPicture(null);
      setDoing({ what: 'unscreening', share: 0 });
      const without = await unscreenPicture(
        of.hash,
        { region: part, ppi: ppiNow.current },
        told('unscreening'),
        signal,
      );
      if (!signal.aborted) setPicture(without);
    } catch (error) {
      if (!signal.aborted) setFault(error instanceof Error ? error.message : String(error));
    } finally {
      if (work.current === own) {
        work.current = null;
        setDoing(NOTHING);
      }
    }
  }, []);

  useEffect(() => {
    if (scan && region && ready) void read(scan, region);
  }, [scan, region, ready, read]);

  const turn = changes.turn ?? 0;
  const found = useMemo(() => findings && matchSettings(findings, ppi, turn), [findings, ppi, turn]);
  const settings = useMemo(
    () =>
      found && {
        ...found,
        texture: changes.texture ?? found.texture,
        // What is not set by hand follows the resolution and the turn.
        inks: found.inks.map((ink, k) => ({ ...ink, ...changes.inks[k] })),
      },
    [found, changes],
  );
  const recipe = useMemo(
    () => (findings && settings ? recipeOfFindings(findings, settings) : null),
    [findings, settings],
  );

  const change = (part: Pick<Changes, 'turn' | 'texture'>) => setChanges((before) => ({ ...before, ...part }));
  const changeInk = (k: number, part: Partial<MatchedInk>) =>
    setChanges((before) => ({ ...before, inks: { ...before.inks, [k]: { ...before.inks[k], ...part } } }));

  return {
    region,
    setRegion,
    doing: loaded?.state === 'loading' ? ({ what: 'loading', share: loaded.share } as Doing) : doing,
    fault: loaded?.state === 'failed' ? loaded.message : fault,
    findings,
    found,
    settings,
    recipe,
    picture,
    cancel,
    change,
    changeInk,
    again: () => scan && region && void read(scan, region),
  };
}

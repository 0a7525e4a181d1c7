import {
  type Findings,
  LEAST_SIDE,
  type MatchedInk,
  type MatchSettings,
  matchSettings,
  recipeOfFindings,
} from '@chromatype/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { StoredPicture } from '../api/pictures.ts';
import { type ScanRegion, unscreenPicture } from '../api/unscreen.ts';
import { loadPicture, pictureHere, usePictures } from '../engine/pictures.ts';
import { findInWorker, scanOf } from './find-in-worker.ts';
import { regionWithin } from './RegionPicker.tsx';

/** Side of the largest region that is read: more of a print tells no more. */
export const LARGEST_REGION = 2000;

/** What is being done with a scan. */
export type Doing =
  | { readonly what: 'nothing' }
  | { readonly what: 'loading' | 'finding' | 'unscreening'; readonly share: number };

const NOTHING: Doing = { what: 'nothing' };

/** Reads scans one at a time: another scan or region ends what was begun. */
export function useMatch(scan: StoredPicture | null, ppi: number) {
  const [region, setRegion] = useState<ScanRegion | null>(null);
  const [doing, setDoing] = useState<Doing>(NOTHING);
  const [fault, setFault] = useState<string | null>(null);
  const [findings, setFindings] = useState<Findings | null>(null);
  const [changes, setChanges] = useState<Partial<MatchSettings>>({});
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

  const read = useCallback(async (of: StoredPicture, part: ScanRegion) => {
    work.current?.abort();
    const own = new AbortController();
    work.current = own;
    const { signal } = own;
    setFault(null);
    setDoing({ what: 'finding', share: 0 });
    try {
      const pixels = scanOf(pictureHere(of.hash)!, part);
      const told = (what: 'finding' | 'unscreening') => (share: number) => {
        if (!signal.aborted) setDoing({ what, share });
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
      setChanges({});
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
    () => found && { ...found, ...changes, ppi, inks: changes.inks ?? found.inks },
    [found, changes, ppi],
  );
  const recipe = useMemo(
    () => (findings && settings ? recipeOfFindings(findings, settings) : null),
    [findings, settings],
  );

  const change = (part: Partial<MatchSettings>) =>
    // Another turn or resolution is read off the scan anew.
    setChanges((before) => ({ ...before, ...part, ...('turn' in part ? { inks: undefined as never } : {}) }));
  const changeInk = (k: number, part: Partial<MatchedInk>) =>
    settings && change({ inks: settings.inks.map((ink, n) => (n === k ? { ...ink, ...part } : ink)) });

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

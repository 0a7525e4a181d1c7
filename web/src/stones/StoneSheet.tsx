import {
  drawnRun,
  footprintOf,
  type HandStone,
  type Job,
  luminance,
  linearOfHex,
  moveStones,
  placeStones,
  type Pass,
  snapped,
  stonesInside,
  type StoneFault,
} from '@chromatype/core';
import { type PointerEvent, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { setStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import type { SheetStones } from '../engine/sheet-stones.ts';
import { editPicks } from './edit-picks.ts';
import { paintStones } from './paint.ts';
import { ResizeHandles } from './ResizeHandles.tsx';
import { type Place, setStonesState, type StoneView, stonesAt, useStones } from './stones-store.ts';
import { useStoneKeys } from './use-stone-keys.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  /** Id of the chosen region. */
  readonly region: string;
  readonly laid: SheetStones;
  readonly faults: readonly StoneFault[];
}

/** Room round a fitted sheet, in CSS pixels. */
const MARGIN = 28;
/** A drag begins after so many CSS pixels. */
const APART = 4;
/** Stones snap within so many CSS pixels. */
const SNAP = 14;

/** What the pointer does since it went down. */
type Gesture =
  | { readonly kind: 'pan'; readonly from: Place; readonly view: StoneView }
  | { readonly kind: 'move'; readonly from: Place; readonly stone: number }
  | { readonly kind: 'lasso'; readonly adds: boolean; readonly from: Place }
  | { readonly kind: 'place' };

/** The stones on their cloth, to be chosen, moved and placed by hand. */
export function StoneSheet({ job, pass, region, laid, faults }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { view, picks: places, tool, size, colour } = useStones();
  const [drawn, setDrawn] = useState<readonly number[]>([]);
  const [moved, setMoved] = useState<Place>({ x: 0, y: 0 });
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const gesture = useRef<Gesture | null>(null);
  const space = useRef(false);
  const { stones } = laid;
  const { width, height, stock } = job.sheet;
  const picks = useMemo(() => new Set(stonesAt(stones, places)), [stones, places]);
  const feet = useMemo(() => job.stones.sizes.map((s) => footprintOf(s)), [job.stones.sizes]);

  const fit = useCallback(() => {
    const { clientWidth, clientHeight } = box.current!;
    const scale = Math.min((clientWidth - 2 * MARGIN) / width, (clientHeight - 2 * MARGIN) / height);
    setStonesState({
      view: { scale, x: (clientWidth - width * scale) / 2, y: (clientHeight - height * scale) / 2 },
    });
  }, [width, height]);

  useLayoutEffect(() => {
    const watcher = new ResizeObserver(() => {
      const { clientWidth, clientHeight } = box.current!;
      setRoom({ width: clientWidth, height: clientHeight });
    });
    watcher.observe(box.current!);
    return () => watcher.disconnect();
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another room or sheet is fitted anew
  useLayoutEffect(fit, [fit, room.width, room.height]);

  const ownFill = pass.fills.find((f) => f.id === region) ?? pass.fills[0];
  const chosenArt = laid.art[laid.fills.indexOf(region)]?.path ?? null;
  const dark = luminance(...linearOfHex(stock.colour)) < 0.35;
  const faulty = useMemo(() => new Set(faults.flatMap((f) => f.stones)), [faults]);
  // Locks change with the layout: while the design is dragged, what is painted waits for the next one.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the pass is the one that was laid
  const locked = useMemo(() => {
    const hands = new Map(pass.fills.map((f) => [f.id, f.screen.stones.hand]));
    const all = new Set<number>();
    for (let k = 0; k < stones.count; k++) {
      if (stones.hand[k]! >= 0 && hands.get(laid.fills[stones.region[k]!]!)?.[stones.hand[k]!]?.locked) all.add(k);
    }
    return all;
  }, [laid]);

  useEffect(() => {
    const own = canvas.current;
    if (!own || !view || room.width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    own.width = Math.round(room.width * ratio);
    own.height = Math.round(room.height * ratio);
    paintStones(
      own,
      {
        stones,
        table: job.stones,
        cloth: stock.colour,
        sheet: { width, height },
        view,
        picks,
        moved,
        art: laid.art.map((a) => a.path),
        chosenArt,
        faulty,
        locked,
        dark,
      },
      ratio,
    );
    performance.mark('stones painted');
  }, [
    stones,
    job.stones,
    stock.colour,
    width,
    height,
    view,
    picks,
    moved,
    laid.art,
    chosenArt,
    faulty,
    locked,
    dark,
    room,
  ]);

  const zoom = useCallback((times: number, cx: number, cy: number) => {
    const { view: now } = useStones.getState();
    if (!now) return;
    const scale = Math.min(200, Math.max(0.05, now.scale * times));
    const t = scale / now.scale;
    setStonesState({ view: { scale, x: cx - t * (cx - now.x), y: cy - t * (cy - now.y) } });
  }, []);

  useEffect(() => {
    const own = box.current!;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const at = own.getBoundingClientRect();
      zoom(2 ** (-event.deltaY / 400), event.clientX - at.left, event.clientY - at.top);
    };
    own.addEventListener('wheel', onWheel, { passive: false });
    return () => own.removeEventListener('wheel', onWheel);
  }, [zoom]);

  useStoneKeys({ job, pass, laid, picks, fit, zoom: (times) => zoom(times, room.width / 2, room.height / 2), space });

  if (!view) return <div ref={box} className="absolute inset-0" />;

  const mmOf = (event: { clientX: number; clientY: number }): Place => {
    const at = box.current!.getBoundingClientRect();
    return { x: (event.clientX - at.left - view.x) / view.scale, y: (event.clientY - at.top - view.y) / view.scale };
  };
  /** The uppermost stone under a place; −1 for none. */
  const stoneUnder = ({ x, y }: Place): number => {
    for (let k = stones.count - 1; k >= 0; k--) {
      const r = feet[stones.size[k]!]!.outer;
      const [dx, dy] = [stones.x[k]! - x, stones.y[k]! - y];
      if (dx * dx + dy * dy <= r * r) return k;
    }
    return -1;
  };
  const own = ownFill.screen.stones;
  /** The stone that the hand places: its size and colour. */
  const inHand = { size: size ?? own.sizes[0]!, colour: colour ?? own.colours[0]! };
  const handFoot =
    feet[
      Math.max(
        0,
        job.stones.sizes.findIndex((s) => s.name === inHand.size),
      )
    ]!;
  const placesOf = (all: Iterable<number>): Place[] => Array.from(all, (k) => ({ x: stones.x[k]!, y: stones.y[k]! }));
  const snap = (at: Place, foot: typeof handFoot, skip: ReadonlySet<number>, free: boolean): Place =>
    free ? at : snapped(stones, feet, foot, own.gap, at, SNAP / view.scale, skip);

  function begin(event: PointerEvent<HTMLDivElement>): void {
    if (event.button > 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus({ preventScroll: true });
    const at = mmOf(event);
    const css = { x: event.clientX, y: event.clientY };
    if (event.button === 1 || space.current) gesture.current = { kind: 'pan', from: css, view: view! };
    else if (tool === 'place') {
      gesture.current = { kind: 'place' };
      const first = snap(at, handFoot, new Set(), event.altKey);
      setDrawn([first.x, first.y]);
    } else {
      const under = stoneUnder(at);
      if (under < 0 || event.shiftKey) {
        gesture.current = { kind: 'lasso', adds: event.shiftKey, from: css };
        setDrawn([at.x, at.y]);
        return;
      }
      if (!picks.has(under)) setStonesState({ picks: placesOf([under]) });
      gesture.current = { kind: 'move', from: at, stone: under };
    }
  }

  function goOn(event: PointerEvent<HTMLDivElement>): void {
    const now = gesture.current;
    if (!now) return;
    const at = mmOf(event);
    if (now.kind === 'pan') {
      setStonesState({
        view: { ...now.view, x: now.view.x + event.clientX - now.from.x, y: now.view.y + event.clientY - now.from.y },
      });
    } else if (now.kind === 'move') {
      if (Math.hypot(at.x - now.from.x, at.y - now.from.y) * view!.scale < APART && moved.x === 0 && moved.y === 0)
        return;
      const k = now.stone;
      const wish = { x: stones.x[k]! + at.x - now.from.x, y: stones.y[k]! + at.y - now.from.y };
      const to = snap(wish, feet[stones.size[k]!]!, picks, event.altKey);
      setMoved({ x: to.x - stones.x[k]!, y: to.y - stones.y[k]! });
    } else if (drawn.length >= 2) {
      const [x, y] = drawn.slice(-2) as [number, number];
      if (Math.hypot(at.x - x, at.y - y) * view!.scale >= APART) setDrawn([...drawn, at.x, at.y]);
    }
  }

  function choose(found: readonly number[], adds: boolean): void {
    if (!adds) {
      setStonesState({ picks: placesOf(found) });
      return;
    }
    const all = new Set(picks);
    const off = found.every((k) => all.has(k));
    for (const k of found) {
      if (off) all.delete(k);
      else all.add(k);
    }
    setStonesState({ picks: placesOf(all) });
  }

  function end(event: PointerEvent<HTMLDivElement>): void {
    const now = gesture.current;
    gesture.current = null;
    const path = drawn;
    setDrawn([]);
    setMoved({ x: 0, y: 0 });
    if (!now) return;
    if (now.kind === 'move' && (moved.x !== 0 || moved.y !== 0)) {
      const to = placesOf(picks).map((p) => ({ x: p.x + moved.x, y: p.y + moved.y }));
      editPicks(pass, laid, picks, (r, list) => moveStones(r, stones, job.stones, list, moved.x, moved.y));
      setStonesState({ picks: to });
    } else if (now.kind === 'lasso') {
      const far = Math.hypot(event.clientX - now.from.x, event.clientY - now.from.y) >= APART || path.length > 6;
      const under = stoneUnder(mmOf(event));
      choose(far ? stonesInside(stones, path) : under >= 0 ? [under] : [], now.adds);
    } else if (now.kind === 'place') {
      const pitch = 2 * handFoot.halfWidth + own.gap;
      const run: Omit<HandStone, 'locked' | 'loosed'>[] = drawnRun(path, pitch).map((p) => ({
        ...p,
        turn: 0,
        ...inHand,
      }));
      edit(setStones(ownFill.id, placeStones(own, run)));
      setStonesState({ picks: run.map(({ x, y }) => ({ x, y })) });
    }
  }

  const cssPoints = drawn.map((v, k) => (k % 2 === 0 ? view.x + v * view.scale : view.y + v * view.scale));
  return (
    <>
      <div
        ref={box}
        role="application"
        aria-label="Stones on the sheet"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the sheet takes arrow keys
        tabIndex={0}
        data-testid="stone-sheet"
        data-stones={stones.count}
        data-chosen={picks.size}
        className="absolute inset-0 touch-none overflow-hidden focus-visible:outline-2 focus-visible:-outline-offset-2 focus-visible:outline-hot"
        style={{ cursor: tool === 'place' ? 'copy' : 'crosshair' }}
        onPointerDown={begin}
        onPointerMove={goOn}
        onPointerUp={end}
        onPointerCancel={() => {
          gesture.current = null;
          setDrawn([]);
          setMoved({ x: 0, y: 0 });
        }}
        onDoubleClick={() => tool === 'choose' && picks.size === 0 && fit()}
      >
        <canvas ref={canvas} className="absolute inset-0 h-full w-full" aria-hidden />
        <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden>
          {cssPoints.length > 3 && tool === 'choose' && (
            <polygon points={cssPoints.join(' ')} className="fill-hot/10 stroke-hot" strokeDasharray="4 3" />
          )}
          {tool === 'place' &&
            drawnRun(drawn, 2 * handFoot.halfWidth + own.gap).map((p, k) => (
              <circle
                key={k}
                cx={view.x + p.x * view.scale}
                cy={view.y + p.y * view.scale}
                r={handFoot.outer * view.scale}
                className="fill-hot/30 stroke-hot"
              />
            ))}
        </svg>
      </div>
      {tool === 'choose' && <ResizeHandles laid={laid} view={view} />}
    </>
  );
}

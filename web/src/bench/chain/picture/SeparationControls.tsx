import {
  basePasses,
  hasBlackInk,
  fillOf,
  inkPasses,
  inkWeight,
  type Job,
  type Pass,
  type Separation,
  SEPARATION_PARAMS,
  type SeparationSettings,
  separationKey,
  screenLpi,
  screenTraits,
  separated,
  spreadAngles,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { useEffect, useMemo, useState } from 'react';
import { setFeed, setScreen, setSeparation } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { sheetAtRest } from '../../../engine/coverage.ts';
import { enginePool } from '../../../engine/pool.ts';
import type { ReachStats } from '../../../engine/reach.ts';
import { Button } from '../../../ui/Button.tsx';
import { ColourField } from '../../../ui/ColourField.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { setOverlay, toggleTool, useTools } from '../../tools/tool-store.ts';

type Name = keyof SeparationSettings;

const NAMES: Readonly<Record<SeparationSettings['way'], readonly Name[]>> = {
  nearest: ['way', 'black', 'limit', 'whiteIs', 'fitDarks'],
  chosen: ['way', 'tolerance', 'whiteIs'],
};

/** Whether one of a separation's inks carries the dark, so that there is a black to build. */
function useHasBlack(job: Job, separation: Separation): boolean {
  const key = separationKey(job, separation);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what the model depends on
  return useMemo(() => hasBlackInk(separated(job, separation)), [key]);
}

/** How far the inks are from the picture, in CIEDE2000. */
function useReach(job: Job, pass: Pass, separation: Separation): ReachStats | null {
  const [stats, setStats] = useState<ReachStats | null>(null);
  const key = `${separationKey(job, separation)}${JSON.stringify(fillOf(pass).feed)}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says what the reach depends on
  useEffect(() => {
    let current = true;
    const wait = setTimeout(() => {
      void sheetAtRest()
        .then(() => (current ? enginePool().sampler.reach(job, pass) : null))
        .then((next) => current && next && setStats(next));
    }, 250);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [key]);
  return stats;
}

/** Moves the angles of a separation's passes to where they ripple least. */
function respread(job: Job, separation: Separation): void {
  const passes = inkPasses(job, separation.id).filter((p) => screenTraits(fillOf(p).screen, job.sheet.ppi).rows);
  const angles = spreadAngles(
    passes.map((p) => ({ lpi: screenLpi(job.sheet, fillOf(p).screen), weight: inkWeight(p.ink) })),
  );
  edit((now) => passes.reduce((doc, p, k) => setScreen(fillOf(p).id, { angle: angles[k]! })(doc), now));
}

/** What all passes of a separation have in common. */
export function SeparationControls({ job, pass, fill, separation }: ChainProps & { readonly separation: Separation }) {
  const { settings } = separation;
  const stats = useReach(job, pass, separation);
  const shown = useTools((s) => s.overlay === 'reach');
  const picking = useTools((s) => s.tool === 'pick-ink');
  const base = basePasses(job, separation.id).length > 0;
  const black = useHasBlack(job, separation);
  const shownNames = NAMES[settings.way].filter((name) => name !== 'black' || black);
  const names: readonly Name[] = [...shownNames, ...(base ? (['baseFrom', 'choke'] as const) : [])];
  const inks = inkPasses(job, separation.id);
  return (
    <section aria-label="Separation" className="grid grid-cols-1 gap-1">
      <div className="flex items-baseline justify-between gap-2">
        <h3 className="font-semibold">Separation</h3>
        <span className="truncate text-[11px] text-muted">
          {separation.name}, {inks.length} inks
        </span>
      </div>
      {names.map((name) => (
        <ParamField
          key={name}
          param={SEPARATION_PARAMS[name]}
          value={settings[name]}
          onChange={(value) => edit(setSeparation(separation.id, { [name]: value }))}
        />
      ))}
      {settings.way === 'chosen' && fill.feed.part === 'ink' && (
        <div
          className="flex items-center justify-between gap-2"
          title="The colour in the art that this ink prints; the ink itself stays."
        >
          <span>In the art</span>
          <Button
            aria-pressed={picking}
            strong={picking}
            onClick={() => toggleTool('pick-ink')}
            title="Take the colour from the sheet"
          >
            Pick
          </Button>
          <ColourField
            label="Colour in the art"
            value={fill.feed.pick ?? pass.ink.colour}
            onChange={(pick) => edit(setFeed(fill.id, { pick }))}
          />
        </div>
      )}
      {settings.way === 'nearest' && (
        <SwitchField
          label={
            stats ? `Out of reach: mean ${stats.mean.toFixed(1)}, 95 % within ${stats.p95.toFixed(1)}` : 'Out of reach'
          }
          about="Marks the colours that these inks cannot print: those with a CIEDE2000 difference of more than 5."
          value={shown}
          onChange={(on) => setOverlay(on ? 'reach' : null)}
        />
      )}
      <div>
        <Button onClick={() => respread(job, separation)} title="Turns the inks' screens to where they ripple least">
          Spread angles
        </Button>
      </div>
    </section>
  );
}

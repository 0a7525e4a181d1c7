import { BEND_KINDS, bendKind, newBend } from '@chromatype/core';
import { memo } from 'react';
import { setBend } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import type { ChainProps } from '../chain-props.ts';
import { Station, THUMB } from '../Station.tsx';

/** A straight lattice: nothing bends it. */
function StraightLattice() {
  const at = [7, 14, 21, 28, 35, 42, 49];
  return (
    <svg
      viewBox="0 0 56 16"
      className={`${THUMB} text-hairline`}
      preserveAspectRatio="xMidYMid slice"
      role="img"
      aria-label="The lattice"
    >
      {at.map((x) => (
        <path key={x} d={`M${x} 0V16`} stroke="currentColor" />
      ))}
      <path d="M0 5.500H56M0 11H56" stroke="currentColor" />
    </svg>
  );
}

/** Deformations of the lattice, one after the other. */
function BendStationPart({ fill }: Pick<ChainProps, 'fill'>) {
  const { bend } = fill;
  const names = bend.filter((b) => b.on).map((b) => bendKind(b.kind).label);
  const set = (next: typeof bend) => edit(setBend(fill.id, next));
  const controls = BEND_KINDS.length > 0 && (
    <div className="grid grid-cols-1 gap-1.5">
      {bend.map(({ kind, settings, ...own }, k) => (
        <fieldset key={k} className="grid grid-cols-2 gap-x-4 gap-y-0.5">
          <legend className="col-span-2 flex w-full items-center justify-between">
            {bendKind(kind).label}
            <Button aria-label={`Remove ${bendKind(kind).label}`} onClick={() => set(bend.toSpliced(k, 1))}>
              ×
            </Button>
          </legend>
          {Object.entries(bendKind(kind).params).map(([name, param]) => (
            <ParamField
              key={name}
              param={param}
              value={settings[name]}
              onChange={(value) => set(bend.with(k, { ...own, kind, settings: { ...settings, [name]: value } }))}
            />
          ))}
        </fieldset>
      ))}
      <div className="flex flex-wrap gap-1">
        {BEND_KINDS.map(({ name, label, about }) => (
          <Button key={name} title={about} onClick={() => set([...bend, newBend(name)])}>
            Add {label.toLowerCase()}
          </Button>
        ))}
      </div>
    </div>
  );
  return (
    <Station title="Bend" note={names.join(', ') || 'none'} thumb={<StraightLattice />} more={controls || undefined} />
  );
}

export const BendStation = memo(
  BendStationPart,
  sameBy(({ fill }) => [fill.id, fill.bend]),
);

import { BEND_KINDS, type Bend, bendFault, bendKind, bendSheet, type Fill, type Job } from '@chromatype/core';
import { memo } from 'react';
import { addBend } from '../../../document/bend-edits.ts';
import { edit } from '../../../document/store.ts';
import { sameBy } from '../../../ui/same-by.ts';
import { isPushed } from '../../bend/BendLayer.tsx';
import { chooseBend, hasRoom } from '../../bend/bend-tools.ts';
import { takeTool } from '../../tools/tool-store.ts';
import type { ChainProps } from '../chain-props.ts';
import { Station } from '../Station.tsx';
import { BendList } from './BendList.tsx';
import { BendThumb } from './BendThumb.tsx';
import { BentPicture } from './BentPicture.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
}

/** More bends than these are counted instead of named. */
const MOST_NAMED = 2;

/** What the station says of its bends in a few words. */
function noteOf(bends: readonly Bend[]): string {
  const on = bends.filter((b) => b.on).map((b) => bendKind(b.kind).label);
  if (bends.length === 0) return 'none';
  if (on.length === 0) return 'all switched off';
  return on.length > MOST_NAMED ? `${on.length} bends` : on.join(', ');
}

/** One button for each kind of bend: it is added after the others and chosen. */
function AddBends({ job, fill }: Props) {
  function add(kind: string): void {
    if (!hasRoom(fill)) return;
    const { width, height } = job.sheet;
    edit(addBend(fill.id, kind, { width, height }));
    chooseBend(fill.id, fill.bend.length);
    takeTool(isPushed({ kind }) ? 'push' : 'none');
  }
  return (
    <div>
      <h3 className="pb-1 font-semibold">Add a bend</h3>
      <div className="flex flex-wrap gap-1">
        {BEND_KINDS.map(({ name, label, about }) => (
          <button
            key={name}
            type="button"
            title={about}
            onClick={() => add(name)}
            className="h-6 border border-ink bg-paper px-2 hover:bg-paper-2"
          >
            {label}
          </button>
        ))}
      </div>
    </div>
  );
}

/** Deformations of the lattice, the marks and the picture, one after the other. */
function BendStationPart({ job, fill }: Props) {
  const { bend } = fill;
  const on = bendSheet(job.sheet);
  const fault = bend.map((own) => bendFault(own, on)).find((sentence) => sentence !== null);
  return (
    <Station
      title="Bend"
      note={fault ?? noteOf(bend)}
      warns={fault !== undefined}
      thumb={<BendThumb bends={bend} sheet={job.sheet} />}
      more={
        <div className="grid grid-cols-1 gap-2">
          {bend.length > 0 && <BendList job={job} fill={fill} />}
          <AddBends job={job} fill={fill} />
          <BentPicture fill={fill} />
        </div>
      }
    />
  );
}

export const BendStation = memo(
  BendStationPart,
  sameBy(({ job, fill }: Pick<ChainProps, 'job' | 'fill'>) => [
    fill.id,
    fill.bend,
    fill.bending,
    job.sheet,
    job.passes,
    job.pictures,
  ]),
);

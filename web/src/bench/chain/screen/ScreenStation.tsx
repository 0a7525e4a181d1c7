import {
  FAMILIES,
  type FamilyName,
  greySteps,
  type Job,
  fillOf,
  type Screen,
  SHARED_PARAMS,
  screenCaption,
  screenLpi,
  screenTraits,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { memo } from 'react';
import { setScreen } from '../../../document/edits.ts';
import { setFamily } from '../../../document/screen-edits.ts';
import { edit } from '../../../document/store.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { Dial } from '../../dial/Dial.tsx';
import { Station } from '../Station.tsx';
import { FamilyControls } from './FamilyControls.tsx';
import { DotCells } from './cells/DotCells.tsx';
import { FamilyCells } from './cells/FamilyCells.tsx';
import { GrainCells } from './cells/GrainCells.tsx';
import { TileCells } from './cells/TileCells.tsx';
import { FrequencyUnit } from './FrequencyUnit.tsx';
import { PassSample } from '../../PassSample.tsx';
import { FrequencyField } from './FrequencyField.tsx';
import { GrainControls, GrainSize } from './GrainControls.tsx';
import { MarkCells } from './marks/MarkCells.tsx';
import { MarkControls } from './marks/MarkControls.tsx';
import { MarkSize } from './marks/MarkSize.tsx';
import { SmoothControls } from './SmoothControls.tsx';
import { StoneControls } from './StoneControls.tsx';
import { WearControls } from './WearControls.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { sharedFieldsOf } from './shared-fields.ts';

const FAMILY_CHOICES = FAMILIES.map((f) => ({ value: f.name, label: f.label, title: f.about }));

type Part = (props: ChainProps) => React.ReactNode;

/** Families whose cells are chosen in a way of their own; the others have what their table of settings gives them. */
const CELLS: Partial<Record<FamilyName, Part>> = {
  dots: DotCells,
  grain: GrainCells,
  marks: MarkCells,
  tile: TileCells,
};

/** Families that are chosen and set in the open, without a dial. */
const PLAIN: Partial<Record<FamilyName, Part>> = { smooth: SmoothControls, stones: StoneControls };

/** Families with controls of their own, shown when the station is open. */
const CONTROLS: Partial<Record<FamilyName, Part>> = { grain: GrainControls, marks: MarkControls };

/** Families whose size is not a frequency. */
const SIZES: Partial<Record<FamilyName, Part>> = { grain: GrainSize, marks: MarkSize };

/** The shared settings beside the dial; the others are shown when the station is open. */
const BESIDE_DIAL: readonly string[] = ['angle', 'smallest', 'solidFrom', 'oneTone'];

/** Outlines have sizes of their own there. */
const BESIDE_OUTLINES: readonly string[] = ['angle'];

function noteOf({ sheet }: Job, screen: Screen): string {
  if (!screenTraits(screen, sheet.ppi).lattice) return screenCaption(sheet, screen);
  const lpi = screenLpi(sheet, screen);
  return `${Number(lpi.toFixed(1))} lpi at ${Number(sheet.ppi.toFixed(1))} ppi: ${greySteps(sheet.ppi, lpi)} steps`;
}

/** What turns tone into marks: the family, its cell, and everything that can be set on it. */
function ScreenStationPart({ job, pass, fill }: ChainProps) {
  const { screen } = fill;
  const Cells = CELLS[screen.family] ?? FamilyCells;
  const Plain = PLAIN[screen.family];
  const Controls = CONTROLS[screen.family] ?? FamilyControls;
  const Size = SIZES[screen.family] ?? FrequencyField;
  const shared = sharedFieldsOf(screen, job.sheet.ppi);
  const beside = screenTraits(screen, job.sheet.ppi).outlines ? BESIDE_OUTLINES : BESIDE_DIAL;
  const field = (name: keyof typeof SHARED_PARAMS) => (
    <ParamField
      key={name}
      param={SHARED_PARAMS[name]}
      value={screen[name]}
      onChange={(value) => edit(setScreen(fill.id, { [name]: value } as Partial<Screen>))}
    />
  );
  return (
    <Station
      title="Screen"
      note={noteOf(job, screen)}
      about="How many tones a cell of this size can show at the sheet's resolution."
      ownPicture
      thumb={<PassSample job={job} pass={pass} width={30} height={20} largestCell={7} />}
      more={
        <div className="grid grid-cols-1 gap-1">
          {screenTraits(screen, job.sheet.ppi).lattice && <FrequencyUnit job={job} fill={fill} />}
          {shared.filter((name) => !beside.includes(name)).map(field)}
          {!Plain && <Controls job={job} pass={pass} fill={fill} />}
          <WearControls fill={fill} />
        </div>
      }
    >
      <Choice
        dense="tight"
        label="Family of screens"
        value={screen.family}
        options={FAMILY_CHOICES}
        onChange={(family) => edit(setFamily(fill.id, family))}
      />
      {Plain && <Plain job={job} pass={pass} fill={fill} />}
      <div className={`flex gap-2 pt-1.5 ${Plain ? 'hidden' : ''}`}>
        <Dial job={job} pass={pass} fill={fill} />
        <div className="grid min-w-0 flex-1 grid-cols-1 content-start gap-0.5">
          <Size job={job} pass={pass} fill={fill} />
          {shared.filter((name) => beside.includes(name)).map(field)}
        </div>
      </div>
      <div className={`grid grid-cols-2 gap-2 pt-1.5 ${Plain ? 'hidden' : ''}`}>
        <Cells job={job} pass={pass} fill={fill} />
      </div>
    </Station>
  );
}

export const ScreenStation = memo(
  ScreenStationPart,
  sameBy(({ job, pass, fill }) => [
    pass.id,
    fill.id,
    fill.screen,
    fill.wear,
    fill.tone,
    fill.feed.part,
    fill.feed.picture,
    pass.ink,
    job.sheet,
    job.pictures,
    ...job.passes.flatMap((p) => [p.id, p.on, fillOf(p).screen.angle, fillOf(p).screen.family, p.ink.colour]),
  ]),
);

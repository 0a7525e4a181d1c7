import {
  FAMILIES,
  type FamilyName,
  familyOf,
  greySteps,
  type Job,
  fillOf,
  type Screen,
  SHARED_PARAMS,
  screenLpi,
  screenTraits,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { memo } from 'react';
import { setFamily, setScreen } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { Dial } from '../../dial/Dial.tsx';
import { Station } from '../Station.tsx';
import { FamilyControls } from './FamilyControls.tsx';
import { DotControls } from './DotControls.tsx';
import { FrequencyField } from './FrequencyField.tsx';
import { GrainControls, GrainSize } from './GrainControls.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { sharedFieldsOf } from './shared-fields.ts';
import { TileControls } from './TileControls.tsx';

const FAMILY_CHOICES = FAMILIES.map((f) => ({ value: f.name, label: f.label, title: f.about }));

/** Families with controls of their own; the others have those that their table of settings gives them. */
const CONTROLS: Partial<Record<FamilyName, (props: ChainProps) => React.ReactNode>> = {
  dots: DotControls,
  grain: GrainControls,
  tile: TileControls,
};

/** Families whose size is not a frequency. */
const SIZES: Partial<Record<FamilyName, (props: ChainProps) => React.ReactNode>> = { grain: GrainSize };

function noteOf({ sheet }: Job, screen: Screen): string {
  if (!screenTraits(screen, sheet.ppi).lattice) return familyOf(screen.family).about;
  const lpi = screenLpi(sheet, screen);
  return `${Number(lpi.toFixed(1))} lpi at ${Number(sheet.ppi.toFixed(1))} ppi gives ${greySteps(sheet.ppi, lpi)} steps`;
}

/** What turns tone into marks: the family, its cell, and everything that can be set on it. */
function ScreenStationPart({ job, pass, fill }: ChainProps) {
  const { screen } = fill;
  const Controls = CONTROLS[screen.family] ?? FamilyControls;
  const Size = SIZES[screen.family] ?? FrequencyField;
  return (
    <Station title="Screen" note={noteOf(job, screen)}>
      <Choice
        label="Family of screens"
        value={screen.family}
        options={FAMILY_CHOICES}
        onChange={(family) => edit(setFamily(fill.id, family))}
      />
      <div className="flex gap-2 pt-2">
        <Dial job={job} pass={pass} fill={fill} />
        <div className="grid min-w-0 flex-1 content-start gap-0.5">
          <Size job={job} pass={pass} fill={fill} />
          {sharedFieldsOf(screen, job.sheet.ppi).map((name) => (
            <ParamField
              key={name}
              param={SHARED_PARAMS[name]}
              value={screen[name]}
              onChange={(value) => edit(setScreen(fill.id, { [name]: value } as Partial<Screen>))}
            />
          ))}
        </div>
      </div>
      <Controls job={job} pass={pass} fill={fill} />
    </Station>
  );
}

export const ScreenStation = memo(
  ScreenStationPart,
  sameBy(({ job, pass, fill }) => [
    pass.id,
    fill.screen,
    fill.tone,
    fill.feed.part,
    fill.feed.picture,
    pass.ink,
    job.sheet,
    job.pictures,
    ...job.passes.flatMap((p) => [p.id, p.on, fillOf(p).screen.angle, fillOf(p).screen.family, p.ink.colour]),
  ]),
);

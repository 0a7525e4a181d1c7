import {
  FAMILIES,
  type FamilyName,
  familyOf,
  greySteps,
  type Job,
  lpiOf,
  type Pass,
  type Screen,
  SHARED_PARAMS,
  sheetPixels,
} from '@chromatype/core';
import { memo } from 'react';
import { setFamily, setScreen } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { Dial } from '../../dial/Dial.tsx';
import { Station } from '../Station.tsx';
import { DotControls } from './DotControls.tsx';
import { FrequencyField } from './FrequencyField.tsx';
import { GrainControls, GrainSize } from './GrainControls.tsx';
import { LineControls } from './LineControls.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { sharedFieldsOf } from './shared-fields.ts';
import { TileControls } from './TileControls.tsx';

const FAMILY_CHOICES = FAMILIES.map((f) => ({ value: f.name, label: f.label, title: f.about }));

/** The controls that belong to each family alone. */
const CONTROLS: Readonly<Record<FamilyName, (props: { job: Job; pass: Pass }) => React.ReactNode>> = {
  dots: DotControls,
  lines: LineControls,
  grain: GrainControls,
  tile: TileControls,
};

function noteOf(job: Job, { screen }: Pass): string {
  if (screen.family === 'grain') return familyOf('grain').about;
  const lpi = lpiOf(screen.frequency, job.sheet.ppi, sheetPixels(job.sheet).width);
  const steps = greySteps(job.sheet.ppi, lpi);
  return `${Number(lpi.toFixed(1))} lpi at ${Number(job.sheet.ppi.toFixed(1))} ppi gives ${steps} steps`;
}

/** What turns tone into marks: the family, its cell, and everything that can be set on it. */
function ScreenStationPart({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { screen } = pass;
  const Controls = CONTROLS[screen.family];
  return (
    <Station title="Screen" note={noteOf(job, pass)}>
      <Choice
        label="Family of screens"
        value={screen.family}
        options={FAMILY_CHOICES}
        onChange={(family) => edit(setFamily(pass.id, family))}
      />
      <div className="flex gap-2 pt-2">
        <Dial job={job} pass={pass} />
        <div className="grid min-w-0 flex-1 content-start gap-0.5">
          {screen.family === 'grain' ? <GrainSize pass={pass} /> : <FrequencyField job={job} pass={pass} />}
          {sharedFieldsOf(screen).map((name) => (
            <ParamField
              key={name}
              param={SHARED_PARAMS[name]}
              value={screen[name]}
              onChange={(value) => edit(setScreen(pass.id, { [name]: value } as Partial<Screen>))}
            />
          ))}
        </div>
      </div>
      <Controls job={job} pass={pass} />
    </Station>
  );
}

export const ScreenStation = memo(
  ScreenStationPart,
  sameBy(({ job, pass }) => [
    pass.id,
    pass.screen,
    pass.tone,
    pass.feed.part,
    pass.feed.picture,
    pass.ink,
    job.sheet,
    job.pictures,
    ...job.passes.flatMap((p) => [p.id, p.on, p.screen.angle, p.screen.family, p.ink.colour]),
  ]),
);

import {
  greySteps,
  type Job,
  lpiOf,
  type Pass,
  type StripSheet,
  sheetPixels,
  stripSetting,
  hasRows,
  beatRows,
  fillOf,
} from '@chromatype/core';
import { enginePool } from '../engine/pool.ts';
import { Button } from '../ui/Button.tsx';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';
import { type Strip, valueText } from './axes.ts';
import { cropPixelsOf } from './make-strips.ts';

interface Props {
  readonly sheet: StripSheet;
  readonly strip: Strip;
  readonly base: Pass;
  readonly ready: boolean;
  take(): void;
}

/** The worst ripple of the strip's pass with the others, in words. */
function beatText(job: Job, pass: Pass): string {
  const rows = beatRows(job, () => []).filter(
    (r) => r.between.includes(pass.name) && !r.between.includes('pixel grid'),
  );
  const worst = rows.filter((r) => r.verdict !== 'none').sort((a, b) => b.mm - a.mm)[0];
  return worst ? `${worst.mm.toFixed(1)} mm, ${worst.verdict}` : 'none';
}

/** The chosen strip at plate pixels, what it stands for, and taking it. */
export function ChosenStrip({ sheet, strip, base, ready, take }: Props) {
  const { job, pass } = strip;
  const axes = [sheet.across, sheet.down].flatMap((axis) => (axis ? [axis] : []));
  const crop = cropPixelsOf(job, sheet);
  const side = 210 * devicePixelRatio;
  const part = {
    width: Math.min(crop.width, side),
    height: Math.min(crop.height, side),
    x: crop.x + Math.max(0, (crop.width - side) >> 1),
    y: crop.y + Math.max(0, (crop.height - side) >> 1),
  };
  const rows: [string, string][] = axes.map((axis) => {
    const setting = stripSetting(axis.setting)!;
    return [setting.label, valueText(setting, setting.get(pass), pass)];
  });
  if (hasRows(job, pass)) {
    const lpi = lpiOf(fillOf(pass).screen.frequency, job.sheet.ppi, sheetPixels(job.sheet).width);
    rows.push(
      ['Rows', `${lpi.toFixed(1)} lpi`],
      ['Grey steps', String(greySteps(job.sheet.ppi, lpi))],
      ['Beat', beatText(job, pass)],
    );
  }
  const same = axes.every((axis) => stripSetting(axis.setting)!.get(pass) === stripSetting(axis.setting)!.get(base));
  return (
    <section aria-label="Chosen strip" className="grid grid-cols-1 gap-2">
      <h2 className="text-[13.5px]">Chosen strip</h2>
      <SampleCanvas
        label="The chosen strip in plate pixels"
        watch={JSON.stringify([pass, part, ready, sheet.crop])}
        make={ready ? () => enginePool().sampler.strip(job, part, 1) : null}
        className="max-w-full justify-self-start border border-ink"
      />
      <dl className="grid grid-cols-[1fr_auto] gap-y-1">
        {rows.map(([name, value]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="border-b border-hairline text-right font-mono text-[10.5px]">{value}</dd>
          </div>
        ))}
      </dl>
      <Button strong onClick={take} disabled={same}>
        {same ? 'As the pass is' : 'Take it'}
      </Button>
    </section>
  );
}

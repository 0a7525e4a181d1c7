import { CLASSIC_TINTS, createMixing, type Fill, type Job, type Pass, TINT_STEPS, tintsIn } from '@chromatype/core';
import { useMemo } from 'react';
import { useOpenJob } from '../../document/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { ColourField } from '../../ui/ColourField.tsx';
import { useSetParam } from '../../ui/use-set-param.ts';
import { setColourShelf, useColourShelf } from './colour-store.ts';
import { hexOf, layTints, mixedNow, mixingNow, mixtureName, tintFillIn } from './mixing.ts';
import { ShadeTools } from './ShadeTools.tsx';
import { ShelfPanel } from './ShelfPanel.tsx';
import { setTintShelf, useTintShelf } from './shelf-store.ts';
import { FREQUENCIES } from './tint-steps.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
}

/** Inks whose mixtures are shown as a table of swatches. */
const SHOWN_INKS = 3;

/** Every mixture of the classic steps of up to three inks, the last ink's changing fastest. */
const mixturesOf = (inks: number): readonly (readonly number[])[] =>
  inks === 0 ? [[]] : mixturesOf(inks - 1).flatMap((tints) => CLASSIC_TINTS.map((tint) => [...tints, tint]));

/** Colours by the tints of each ink, to lay into the stencil of the chosen fill in all inks at once. */
export function ColourShelf({ job, pass, fill }: Props) {
  const { wanted, steps, turned } = useColourShelf();
  const lpi = useTintShelf((s) => s.lpi);
  const setParam = useSetParam(true);
  const close = () => setColourShelf({ open: false });

  const passes = mixingNow(job, turned);
  const inks = JSON.stringify([passes.map((p) => p.ink), job.sheet.stock]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the inks and the stock decide it
  const mixed = useMemo(() => mixedNow(job, passes, wanted), [inks, wanted, steps]);
  const shown = passes.slice(0, SHOWN_INKS);
  const shownInks = JSON.stringify(shown.map((p) => p.ink));
  // biome-ignore lint/correctness/useExhaustiveDependencies: the inks and the stock decide it
  const swatches = useMemo(() => {
    const light = createMixing(job, shown);
    return mixturesOf(shown.length).map((tints) => ({ tints, hex: hexOf(light(tints)) }));
  }, [shownInks, job.sheet.stock]);
  const printed = tintsIn(passes, fill.stencil);
  const stencil = job.stencils.find((s) => s.id === fill.stencil);

  const asPassTints = (tints: readonly number[]) => passes.map((p, k) => ({ pass: p.id, tint: tints[k] ?? 0 }));
  function lay(tints: readonly number[]): void {
    layTints(fill.stencil, asPassTints(tints));
    const now = useOpenJob.getState().job?.passes.find((p) => p.id === pass.id);
    const own = tintFillIn(now, fill.stencil) ?? now?.fills.find((f) => f.id === fill.id)?.id ?? now?.fills[0].id;
    if (own) setParam('fill', own);
  }

  return (
    <ShelfPanel name="Colour shelf" title={`Colour in ${stencil ? stencil.name : 'the whole sheet'}`} close={close}>
      <div className="flex items-center justify-between gap-2">
        <span>Colour</span>
        <ColourField label="Wanted colour" value={wanted} onChange={(value) => setColourShelf({ wanted: value })} />
      </div>
      <Choice
        label="Steps of the tints"
        value={steps}
        options={TINT_STEPS.map(({ name, label, about }) => ({ value: name, label, title: about }))}
        onChange={(value) => setColourShelf({ steps: value })}
      />
      {mixed ? (
        <div className="flex items-center gap-2">
          <span
            className="h-9 w-9 shrink-0 border border-ink"
            style={{ background: hexOf(mixed.light) }}
            title="What these tints print together"
          />
          <span className="min-w-0 flex-1 text-[11.5px] leading-tight" data-testid="mixture">
            {mixtureName(passes, mixed.tints)}
          </span>
          <Button strong onClick={() => lay(mixed.tints)} title="Writes these tints into all the inks at once">
            Lay
          </Button>
        </div>
      ) : (
        <p className="text-[11px] text-muted">No ink takes part. Switch one on below.</p>
      )}
      <Choice
        label="Frequency of the colour"
        value={String(lpi)}
        options={FREQUENCIES.map((f) => ({ value: String(f), label: String(f), title: `${f} lines per inch` }))}
        onChange={(value) => setTintShelf({ lpi: Number(value) })}
      />
      <fieldset className="flex flex-wrap gap-x-3 gap-y-0.5">
        <legend className="text-[11px] text-muted">Inks that mix</legend>
        {job.passes
          .filter((p) => p.on)
          .map((p) => (
            <label key={p.id} className="flex items-center gap-1 text-[12px]">
              <input
                type="checkbox"
                checked={passes.includes(p)}
                onChange={() =>
                  setColourShelf({
                    turned: turned.includes(p.id) ? turned.filter((id) => id !== p.id) : [...turned, p.id],
                  })
                }
              />
              <span className="h-2.5 w-2.5 border border-ink" style={{ background: p.ink.colour }} />
              {p.name}
            </label>
          ))}
      </fieldset>
      <div
        role="group"
        aria-label="Colours of the classic steps"
        className="grid grid-cols-8 gap-[3px] border-t border-hairline pt-1.5"
      >
        {swatches.map(({ tints, hex }) => (
          <button
            key={tints.join()}
            type="button"
            draggable
            title={`${mixtureName(shown, tints)}: click to lay it, or drag it into a stencil of the sheet`}
            aria-label={mixtureName(shown, tints)}
            aria-pressed={passes.every((_, k) => printed[k] === (tints[k] ?? 0))}
            onClick={() => lay(tints)}
            onDragStart={(event) => {
              event.dataTransfer.setData('text/plain', mixtureName(shown, tints));
              event.dataTransfer.effectAllowed = 'copy';
              setColourShelf({ dragged: asPassTints(tints) });
            }}
            onDragEnd={() => setColourShelf({ dragged: null })}
            className="h-6 border border-hairline aria-pressed:outline-2 aria-pressed:outline-offset-1 aria-pressed:outline-hot"
            style={{ background: hex }}
          />
        ))}
      </div>
      <ShadeTools job={job} pass={pass} fill={fill} close={close} />
    </ShelfPanel>
  );
}

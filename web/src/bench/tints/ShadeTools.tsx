import { addShade, type Fill, fillOf, type Job, type Pass, type ShadeWay } from '@chromatype/core';
import { newId } from '../../document/edits.ts';
import { edit, useOpenJob } from '../../document/store.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { PERCENT } from '../../ui/formats.ts';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { useSetParam } from '../../ui/use-set-param.ts';
import { setStencilBrush, setStencilTools } from '../stencil/stencil-tools.ts';
import { takeTool } from '../tools/tool-store.ts';
import { setColourShelf, useColourShelf } from './colour-store.ts';
import { passesIn } from './mixing.ts';

const WAYS: readonly { readonly value: ShadeWay; readonly label: string; readonly title: string }[] = [
  { value: 'darkens', label: 'Darker', title: 'Makes the dots of all inks larger under the brush' },
  { value: 'lightens', label: 'Lighter', title: 'Makes the dots of all inks smaller under the brush' },
  { value: 'scrapes', label: 'Scrape', title: 'Takes ink away under the brush, plainly or through lines' },
];

const NAMES: Readonly<Record<ShadeWay, string>> = { darkens: 'Shade', lightens: 'Light', scrapes: 'Scraped' };
/** Lines through which strokes are scraped, finer than most tints. */
const SCRAPED = { lpi: 24, angle: 30 };

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
  /** Closes the shelf, so that the brush and its settings are in sight. */
  close(): void;
}

/** Painting over tints: what the brush does, how strongly, and the button that takes it. */
export function ShadeTools({ job, pass, fill, close }: Props) {
  const { shade, amount, screened } = useColourShelf();
  const setParam = useSetParam(true);
  const inked = passesIn(job, fill.stencil);
  const passes = inked.some((p) => p.id === pass.id) ? inked : [pass];

  function take(): void {
    const lines = { ...fillOf(pass).screen, family: 'lines' as const, angle: SCRAPED.angle };
    let stencil = '';
    edit((now) => {
      const made = addShade(now, {
        does: shade,
        amount,
        passes: passes.map((p) => p.id),
        within: fill.stencil,
        screened: shade === 'scrapes' && screened ? { ...lines, frequency: { value: SCRAPED.lpi, per: 'lpi' } } : null,
        name: `${NAMES[shade]} ${now.stencils.length + 1}`,
        newId,
      });
      stencil = made.stencil;
      return made.job;
    });
    const after = useOpenJob.getState().job;
    const own = after?.passes.find((p) => p.id === pass.id)?.fills.find((f) => f.stencil === stencil);
    const part = after?.stencils.find((s) => s.id === stencil)?.parts[0];
    if (!own || !part) return;
    setParam('fill', own.id);
    setParam('station', 'stencil');
    setStencilTools({ drawing: 'brush', part: part.id });
    setStencilBrush({ does: 'paint', hardness: shade === 'scrapes' ? 1 : 0, size: shade === 'scrapes' ? 1.5 : 10 });
    takeTool('stencil');
    close();
  }

  return (
    <section aria-label="Paint over the tints" className="grid grid-cols-1 gap-1.5 border-t border-hairline pt-1.5">
      <h3 className="text-[12px]">Paint over it</h3>
      <Choice
        label="What the brush does"
        value={shade}
        options={WAYS}
        onChange={(value) => setColourShelf({ shade: value })}
      />
      {shade === 'scrapes' && (
        <Choice
          label="Scraped strokes"
          value={screened ? 'screened' : 'plain'}
          options={[
            { value: 'plain', label: 'Plain', title: 'All ink under a stroke goes' },
            {
              value: 'screened',
              label: 'Through lines',
              title: 'Ink goes where lines would print; the Screen station changes them',
            },
          ]}
          onChange={(value) => setColourShelf({ screened: value === 'screened' })}
        />
      )}
      {(shade !== 'scrapes' || screened) && (
        <SliderRow
          wide
          label="How much"
          about="How much larger or smaller the dots become under the middle of the brush; of scraping, how much ink goes."
          value={amount}
          min={0.05}
          max={1}
          step={0.01}
          normal={0.5}
          format={PERCENT}
          onChange={(value) => setColourShelf({ amount: value })}
        />
      )}
      <Button onClick={take} title={`Paints in ${passes.map((p) => p.name).join(', ')}`}>
        Take the brush
      </Button>
      <p className="text-[11px] leading-tight text-muted">
        {fill.stencil === null ? 'Strokes reach over the whole sheet' : 'Strokes stay inside the stencil of this fill'},
        in {passes.length === 1 ? '1 ink' : `${passes.length} inks`}. They change the dots and add no grey.
      </p>
    </section>
  );
}

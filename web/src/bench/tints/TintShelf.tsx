import { type Fill, type Job, type Pass, passOf, sheetSize } from '@chromatype/core';
import { edit } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { Choice } from '../../ui/Choice.tsx';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import { ShadeTools } from './ShadeTools.tsx';
import { ShelfPanel } from './ShelfPanel.tsx';
import { layTint, type TintBox } from './lay-tint.ts';
import { setTintShelf, useTintShelf } from './shelf-store.ts';
import {
  FLAT_TINTS,
  FREQUENCIES,
  GRADED_TINTS,
  type ShelfTint,
  shortTintName,
  TINT_FAMILIES,
  tintName,
} from './tint-steps.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly fill: Fill;
}

const SAMPLE = { width: 62, height: 44 };
const CELL = 9;

/** The box that a gradation of a fill runs in: that of its stencil's parts on the sheet, or the sheet. */
export function boxOfFill(job: Job, fill: Fill): TintBox {
  const parts = job.stencils.find((s) => s.id === fill.stencil)?.parts ?? [];
  const boxes = parts.filter((p) => p.does === 'add' && typeof p.settings.height === 'number');
  const whole = sheetSize({ ...job.sheet, bleed: 0 });
  if (boxes.length === 0) return { x: 0, y: 0, ...whole };
  const side = (name: 'x' | 'y', size: 'width' | 'height') => {
    const from = Math.min(...boxes.map((p) => p.settings[name] as number));
    const to = Math.max(...boxes.map((p) => (p.settings[name] as number) + (p.settings[size] as number)));
    return [from, to - from] as const;
  };
  const [[x, width], [y, height]] = [side('x', 'width'), side('y', 'height')];
  return { x, y, width, height };
}

function TintSample({ job, pass, fill, tint, at }: Props & { readonly tint: ShelfTint; readonly at: number }) {
  const { family, lpi } = useTintShelf();
  const taken = { tint, family, lpi };
  const shown = passOf(pass, {
    ...fill,
    feed: { ...fill.feed, ...tint, part: 'tint' },
    screen: { ...fill.screen, family, frequency: { value: lpi, per: 'lpi' } },
  });
  const pixels = { width: SAMPLE.width * devicePixelRatio, height: SAMPLE.height * devicePixelRatio };
  return (
    <button
      type="button"
      draggable
      data-at={at}
      title={`${tintName(tint)}: click to lay it into the fill, or drag it to the sheet`}
      aria-label={`Tint ${tintName(tint)}`}
      onClick={() => edit(layTint(fill.id, taken, boxOfFill(job, fill)))}
      onDragStart={(event) => {
        event.dataTransfer.setData('text/plain', tintName(tint));
        event.dataTransfer.effectAllowed = 'copy';
        setTintShelf({ dragged: taken });
      }}
      onDragEnd={() => setTintShelf({ dragged: null })}
      className="group grid text-left"
    >
      <SampleCanvas
        label={tintName(tint)}
        watch={JSON.stringify([shown.fills[0].screen, tint, pass.ink, job.sheet, pixels])}
        make={() =>
          enginePool().sampler.tint({
            job,
            pass: shown,
            width: Math.round(pixels.width),
            height: Math.round(pixels.height),
            largestCell: CELL * devicePixelRatio,
          })
        }
        className="block border border-ink"
        style={SAMPLE}
      />
      <span className="font-mono text-[9.5px] whitespace-nowrap group-hover:text-hot-text">{shortTintName(tint)}</span>
    </button>
  );
}

/** Tints to lay into the chosen fill by a click, or into a stencil of the sheet by dragging. */
export function TintShelf(props: Props) {
  const { family, lpi } = useTintShelf();
  const close = () => setTintShelf({ open: false });
  return (
    <ShelfPanel name="Tint shelf" title="Tints" close={close}>
      <Choice
        label="Kind of tint"
        value={family}
        options={TINT_FAMILIES}
        onChange={(value) => setTintShelf({ family: value })}
      />
      <Choice
        label="Frequency of the tint"
        value={String(lpi)}
        options={FREQUENCIES.map((f) => ({ value: String(f), label: String(f), title: `${f} lines per inch` }))}
        onChange={(value) => setTintShelf({ lpi: Number(value) })}
      />
      <div className="grid grid-cols-4 gap-x-2 gap-y-1.5">
        {FLAT_TINTS.map((tint, at) => (
          <TintSample key={tint.tint} {...props} tint={tint} at={at} />
        ))}
      </div>
      <h3 className="border-t border-hairline pt-1.5 text-[12px]">Gradations</h3>
      <div className="grid grid-cols-4 gap-x-2 gap-y-1.5">
        {GRADED_TINTS.map((tint, at) => (
          <TintSample key={tintName(tint)} {...props} tint={tint} at={FLAT_TINTS.length + at} />
        ))}
      </div>
      <ShadeTools {...props} close={close} />
      <p className="text-[11px] leading-tight text-muted">
        A click lays a tint into the chosen fill; dragged to the sheet it goes into the stencil there. Tints of one
        frequency and angle share one grid.
      </p>
    </ShelfPanel>
  );
}

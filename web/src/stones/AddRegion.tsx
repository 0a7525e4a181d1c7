import { DEFAULT_JOB_STONES, FACES, type Job, type StoneSettings } from '@chromatype/core';
import { toast } from 'sonner';
import { useStudioStones } from '../api/stone-table.ts';
import { sendPicture } from '../bench/add-picture.ts';
import { newId, withPicture } from '../document/edits.ts';
import { addRegion, type NewRegion, partInMiddle, setJobStones } from '../document/stones-edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { chooseFile, PICTURE_FILES } from '../ui/files.ts';

interface Props {
  readonly job: Job;
  /** Id of the pass whose regions there are; null where stones begin. */
  readonly pass: string | null;
  choose(pass: string, fill: string): void;
}

const BUTTON =
  'h-6 border border-hairline px-[7px] text-[12px] leading-none hover:border-ink disabled:opacity-40 disabled:hover:border-hairline';

/** Shapes that a region begins with. */
const SHAPES = [
  { label: 'Circle', kind: 'ellipse', settings: {}, aspect: 1 },
  { label: 'Rectangle', kind: 'rectangle', settings: {}, aspect: 1.5 },
  { label: 'Star', kind: 'shape', settings: { shape: 'star', sides: 5 }, aspect: 1 },
  { label: 'Drop', kind: 'shape', settings: { shape: 'drop' }, aspect: 1 },
] as const;

const WORDS = 'KITE';
/** Width by height of the box of new lettering. */
const LETTERS = 3;

/** Starts a region of stones: from letters, a file, a shape, a stencil of the job or a picture. */
export function AddRegion({ job, pass, choose }: Props) {
  const studio = useStudioStones();
  function add(region: NewRegion): void {
    const ids = { fill: newId(), pass: newId(), stencil: newId() };
    // The first stones of a job are the studio's, and a region begins with sizes and colours that there are.
    const begins = pass === null && JSON.stringify(job.stones) === JSON.stringify(DEFAULT_JOB_STONES);
    const table = begins ? studio : job.stones;
    const named = (all: readonly { readonly name: string }[], at: number) => [(all[at] ?? all[0]!).name];
    const own = { sizes: named(table.sizes, 1), colours: named(table.colours, 0), ...region.own };
    edit((doc) => addRegion(pass, { ...region, own }, ids)(begins ? setJobStones(studio)(doc) : doc));
    choose(pass ?? ids.pass, ids.fill);
  }

  async function letters(): Promise<void> {
    const { fittedSize, letterPath } = await import('../bench/chain/picture/lettering.ts');
    const base = { text: WORDS, font: FACES[0]!.name, spacing: 20, leading: 1.1, align: 'middle', size: 0.8 };
    try {
      const size = (await fittedSize(base, LETTERS)) ?? base.size;
      const settings = { ...base, size };
      const path = await letterPath(settings, LETTERS);
      add({ name: 'Letters', parts: [partInMiddle(job, 'lettering', { ...settings, path: path ?? '' }, LETTERS)] });
    } catch {
      toast.error('The face could not be loaded; try again.');
    }
  }

  async function drawing(): Promise<void> {
    const file = await chooseFile('.svg,image/svg+xml');
    if (!file) return;
    try {
      const { svgOutline } = await import('../bench/chain/picture/svg-outline.ts');
      const path = await svgOutline(await file.text(), 'drawn');
      const part = partInMiddle(job, 'shape', { shape: 'own', path }, 1);
      const lines = !/z/i.test(path);
      const own: Partial<StoneSettings> = lines ? { way: 'run', side: 'centre' } : {};
      add({ name: file.name.replace(/\.svg$/i, ''), parts: [part], own });
    } catch (error) {
      toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`, { duration: 9000 });
    }
  }

  async function picture(): Promise<void> {
    const file = await chooseFile(PICTURE_FILES);
    const stored = file && (await sendPicture(file));
    if (!stored) return;
    const held = withPicture(useOpenJob.getState().job!, newId(), stored);
    edit(() => held.job);
    add({
      name: stored.name || 'Picture',
      picture: held.picture.id,
      own: { way: 'picture', colours: held.job.stones.colours.slice(0, 6).map((c) => c.name) },
    });
  }

  return (
    <section aria-label="Add a region" className="grid gap-1">
      <div className="flex flex-wrap gap-1">
        <button type="button" className={BUTTON} onClick={() => void letters()}>
          Letters
        </button>
        <button type="button" className={BUTTON} title="Outlines of an SVG file" onClick={() => void drawing()}>
          SVG file
        </button>
        {SHAPES.map(({ label, kind, settings, aspect }) => (
          <button
            key={label}
            type="button"
            className={BUTTON}
            onClick={() => add({ name: label, parts: [partInMiddle(job, kind, settings, aspect)] })}
          >
            {label}
          </button>
        ))}
        <button
          type="button"
          className={BUTTON}
          title="Stones by the colours of a picture"
          onClick={() => void picture()}
        >
          Picture
        </button>
      </div>
      {job.stencils.length > 0 && (
        <label className="flex items-center justify-between gap-2">
          <span>In a stencil of the job</span>
          <select
            value=""
            onChange={(e) => {
              const stencil = job.stencils.find((s) => s.id === e.target.value);
              if (stencil) add({ name: stencil.name, stencil: stencil.id });
            }}
            className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
          >
            <option value="">choose …</option>
            {job.stencils.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </section>
  );
}

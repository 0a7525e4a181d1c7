import {
  fillOf,
  type Job,
  OFFERED_KINDS,
  type MadeKind,
  madePicture,
  type Pass,
  type Picture,
  sheetPixels,
  withFill,
} from '@chromatype/core';
import { ImagePlus } from 'lucide-react';
import { enginePool } from '../../engine/pool.ts';
import { Button } from '../../ui/Button.tsx';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import { useSetParam } from '../../ui/use-set-param.ts';
import { addMadePicture, startingMade } from '../add-made.ts';
import { choosePictureFile } from '../add-picture.ts';

/** A sample is a sheet of this size in mm, shown this many CSS pixels wide. */
const SHEET = { width: 32, height: 24 };
const WIDE = 112;

/** Whether a job has neither pictures nor tints nor stencils yet, so that nothing of it can print. */
export const isEmpty = (job: Job): boolean =>
  job.pictures.length === 0 &&
  job.stencils.length === 0 &&
  job.passes.every((p) => p.fills.every(({ feed }) => feed.picture === null && feed.part !== 'tint'));

/** A small sheet of a made picture as a pass would print it. */
async function madeSample(job: Job, pass: Pass, kind: MadeKind) {
  const sheet = { ...job.sheet, ...SHEET, bleed: 0 };
  const { width, height } = sheetPixels(sheet);
  const made = await startingMade(kind.name, width / height);
  const picture: Picture = madePicture({ id: 'made', name: kind.label, made, width, height });
  const printed = withFill(pass, { feed: { ...fillOf(pass).feed, picture: picture.id } });
  const small: Job = { ...job, sheet, pictures: [picture], passes: [printed] };
  const scale = Math.min(1, (WIDE * devicePixelRatio) / width);
  return enginePool().sampler.strip(small, { x: 0, y: 0, width, height }, scale);
}

/** Tells on the sheet of a new job how to begin. */
export function StartHere({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const setParam = useSetParam(true);
  function make(kind: MadeKind): void {
    void addMadePicture(kind.name, fillOf(pass).id);
    setParam('station', 'picture');
  }
  return (
    <section
      aria-label="How to begin"
      onDoubleClick={(e) => e.stopPropagation()}
      className="absolute top-1/2 left-1/2 z-1 grid max-h-full w-[416px] max-w-full -translate-x-1/2 -translate-y-1/2 gap-3 overflow-y-auto border border-ink bg-paper p-4"
    >
      <h2 className="text-[17px]">Begin with a picture</h2>
      <p>
        Drop a photo or artwork anywhere on this page, paste one, or open a file: PNG, JPEG, TIFF, WebP, GIF, AVIF or
        SVG.
      </p>
      <div>
        <Button strong onClick={() => choosePictureFile(pass.id)}>
          <ImagePlus size={14} aria-hidden /> Open a picture
        </Button>
      </div>
      <h3 className="border-t border-hairline pt-3 text-[13.5px]">Or make one here</h3>
      <ul className="grid grid-cols-3 gap-3">
        {OFFERED_KINDS.map((kind) => (
          <li key={kind.name}>
            <button
              type="button"
              title={kind.about}
              onClick={() => make(kind)}
              className="group block w-full text-left"
            >
              <SampleCanvas
                label={`${kind.label}, as this pass would print it`}
                watch={JSON.stringify([kind.name, pass.ink, fillOf(pass).screen, job.sheet.stock])}
                make={() => madeSample(job, pass, kind)}
                className="block aspect-4/3 w-full border border-ink group-hover:outline-2 group-hover:outline-hot"
              />
              <span className="block pt-1 font-semibold">{kind.label}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

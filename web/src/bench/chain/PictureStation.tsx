import { memo } from 'react';
import {
  effectivePpi,
  type FeedFit,
  type FeedPart,
  type Job,
  LIMITS,
  type Pass,
  pictureOf,
  placementInMm,
} from '@chromatype/core';
import { ImagePlus } from 'lucide-react';
import { setFeed } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { usePictures } from '../../engine/pictures.ts';
import { enginePool } from '../../engine/pool.ts';
import { Choice } from '../../ui/Choice.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { SampleCanvas } from '../../ui/SampleCanvas.tsx';
import { choosePictureFile } from '../add-picture.ts';
import { MM } from './formats.ts';
import { Station, THUMB } from './Station.tsx';
import { sameBy } from '../../ui/same-by.ts';

const PARTS: readonly { value: FeedPart; label: string; title: string }[] = [
  { value: 'colour', label: 'Colour', title: 'The whole picture, for palettes; elsewhere its lightness' },
  { value: 'lightness', label: 'Lightness', title: 'How light the picture is (luminance)' },
  { value: 'r', label: 'R', title: 'Red light' },
  { value: 'g', label: 'G', title: 'Green light' },
  { value: 'b', label: 'B', title: 'Blue light' },
  { value: 'alpha', label: 'Alpha', title: 'Prints where the picture is opaque' },
];

const FITS: readonly { value: FeedFit; label: string; title: string }[] = [
  { value: 'fit', label: 'Fit', title: 'All of the picture is on the sheet' },
  { value: 'fill', label: 'Fill', title: 'The picture covers the sheet' },
  { value: 'own', label: 'Own place', title: 'Placed by numbers' },
];

function Placing({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const picture = pictureOf(job, pass.feed);
  const { feed } = pass;
  if (!picture) return null;
  const change = (fit: FeedFit) =>
    edit(setFeed(pass.id, fit === 'own' ? { fit, ...placementInMm(job.sheet, feed, picture) } : { fit }));
  const field = (
    label: string,
    key: 'x' | 'y' | 'width',
    limit: { min: number; max: number; about: string },
    normal: number,
  ) => (
    <NumberField
      label={label}
      value={feed[key]}
      min={limit.min}
      max={limit.max}
      step={1}
      normal={normal}
      format={MM}
      about={limit.about}
      onChange={(value) => edit(setFeed(pass.id, { [key]: value }))}
    />
  );
  return (
    <div className="grid gap-1.5">
      <Choice label="Placing" value={feed.fit} options={FITS} onChange={change} />
      {feed.fit === 'own' && (
        <div className="grid grid-cols-2 gap-x-4 gap-y-1">
          {field('Left', 'x', LIMITS.place, 0)}
          {field('Top', 'y', LIMITS.place, 0)}
          {field('Width', 'width', LIMITS.pictureWidth, job.sheet.width)}
        </div>
      )}
      <p className="text-[11px] text-muted">
        On the sheet it has {Math.round(effectivePpi(job.sheet, feed, picture))} pixels an inch.
      </p>
    </div>
  );
}

/** Which picture a pass takes, which part of it, and where it lies. */
function PictureStationPart({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const picture = pictureOf(job, pass.feed);
  const ready = usePictures((s) => (picture?.hash ? s.byHash[picture.hash]?.state === 'ready' : picture !== undefined));
  const thumb = (
    <SampleCanvas
      label="What leaves the Picture station"
      watch={JSON.stringify([picture?.hash, pass.feed, job.sheet.width, job.sheet.height, ready])}
      make={ready ? async () => (await enginePool().sampler.picture(job, pass, 116)).sample : null}
      className={THUMB}
    />
  );
  return (
    <Station
      title="Picture"
      note={picture ? `${picture.width} × ${picture.height}` : 'none'}
      thumb={thumb}
      more={picture && <Placing job={job} pass={pass} />}
    >
      <div className="flex items-center gap-1 pb-1">
        {job.pictures.length > 0 ? (
          <select
            aria-label="Picture of this pass"
            value={pass.feed.picture ?? ''}
            onChange={(e) => edit(setFeed(pass.id, { picture: e.target.value || null }))}
            className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
          >
            <option value="">no picture</option>
            {job.pictures.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </select>
        ) : (
          <span className="flex-1 text-muted">Drop, paste or add one</span>
        )}
        <button
          type="button"
          onClick={() => choosePictureFile(pass.id)}
          title="Add a picture"
          aria-label="Add a picture"
          className="grid h-6 w-6 place-items-center hover:text-hot-text"
        >
          <ImagePlus size={15} aria-hidden />
        </button>
      </div>
      <Choice
        label="Part of the picture"
        value={pass.feed.part}
        options={PARTS}
        onChange={(part) => edit(setFeed(pass.id, { part }))}
      />
    </Station>
  );
}

export const PictureStation = memo(
  PictureStationPart,
  sameBy(({ job, pass }) => [pass.id, pass.feed, job.sheet, job.pictures]),
);

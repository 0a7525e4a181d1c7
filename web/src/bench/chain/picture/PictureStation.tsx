import {
  type FeedPart,
  fillOf,
  lightKey,
  OFFERED_KINDS,
  pictureOf,
  separationKey,
  separationOf,
  shownSize,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { ImagePlus, Replace } from 'lucide-react';
import { memo } from 'react';
import { replacePicture, setFeed } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { canBeSeen, usePictures } from '../../../engine/pictures.ts';
import { enginePool } from '../../../engine/pool.ts';
import { chooseFile, PICTURE_FILES } from '../../../ui/files.ts';
import { Fold } from '../../../ui/Fold.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { SampleCanvas } from '../../../ui/SampleCanvas.tsx';
import { useSetParam } from '../../../ui/use-set-param.ts';
import { addMadePicture } from '../../add-made.ts';
import { choosePictureFile, sendPicture } from '../../add-picture.ts';
import { Station, THUMB } from '../Station.tsx';
import { CropControls, CutOutControls } from './EditControls.tsx';
import { MadeControls } from './MadeControls.tsx';
import { Placing } from './Placing.tsx';
import { PrintSoFar } from './PrintSoFar.tsx';
import { ScannedPrint } from './ScannedPrint.tsx';
import { SeparationControls } from './SeparationControls.tsx';
import { SplitMenu } from './SplitMenu.tsx';
import { resolutionNote } from './resolution-note.ts';
import { TintControls, TintRow, tintNote } from './TintControls.tsx';

const PARTS: readonly { value: FeedPart; label: string; title: string }[] = [
  { value: 'colour', label: 'Colour', title: 'The whole picture, for palettes; elsewhere its lightness' },
  { value: 'lightness', label: 'Lightness', title: 'How light the picture is (luminance, or as Grey mix says)' },
  { value: 'r', label: 'R', title: 'Red light' },
  { value: 'g', label: 'G', title: 'Green light' },
  { value: 'b', label: 'B', title: 'Blue light' },
  { value: 'alpha', label: 'Alpha', title: 'Prints where the picture is opaque' },
  { value: 'tint', label: 'Tint', title: 'A tint by percentage, flat or graded; no picture is needed' },
];

/** What a pass of a separation may take besides. */
const SEPARATED: typeof PARTS = [
  { value: 'ink', label: 'Separated ink', title: 'What the separation gives this pass’s ink' },
  { value: 'base', label: 'Base', title: 'The area under all inks of the separation' },
];

const MAKE = 'make ';
/** Stands for the print so far among the pictures. */
const PRINT = 'print';

/** Puts another file in the place of a picture; everything set for it stays. */
async function replaceFile(id: string): Promise<void> {
  const file = await chooseFile(PICTURE_FILES);
  const stored = file && (await sendPicture(file));
  if (stored) edit(replacePicture(id, stored));
}

/** Which picture a pass takes, which part of it, and where it lies. */
function PictureStationPart({ job, pass, fill }: ChainProps) {
  const picture = pictureOf(job, fill.feed);
  const setParam = useSetParam(true);
  const ready = usePictures((s) =>
    fill.feed.part === 'tint' || fill.feed.from === 'print'
      ? true
      : picture?.hash
        ? canBeSeen(s, picture.hash)
        : picture !== undefined,
  );
  const thumb = (
    <SampleCanvas
      label="What leaves the Picture station"
      watch={`${lightKey(job, pass)}${ready}`}
      make={ready ? async (draft) => (await enginePool().sampler.picture(job, pass, 116, draft)).sample : null}
      className={`${THUMB} max-h-[66px]`}
    />
  );
  const separation = separationOf(job, fill);
  const parts = separation ? [...PARTS, ...SEPARATED] : PARTS;
  const note = resolutionNote(job, fill);
  const choose = (value: string) => {
    if (value === PRINT) return edit(setFeed(fill.id, { from: 'print' }));
    if (!value.startsWith(MAKE)) return edit(setFeed(fill.id, { from: 'picture', picture: value || null }));
    void addMadePicture(value.slice(MAKE.length), fill.id);
    setParam('station', 'picture');
  };
  const tinted = fill.feed.part === 'tint';
  const ofPrint = fill.feed.from === 'print' && !tinted;
  const beneath = job.passes.slice(
    0,
    job.passes.findIndex((p) => p.id === pass.id),
  );
  const iconButton = 'grid h-6 w-6 place-items-center hover:text-hot-text';
  const size = picture && shownSize(picture);
  return (
    <Station
      title="Picture"
      note={
        tinted
          ? tintNote(fill)
          : ofPrint
            ? 'the print so far'
            : note?.short
              ? note.brief
              : !picture
                ? 'none'
                : picture.made
                  ? 'made here'
                  : `${size!.width} × ${size!.height}`
      }
      warns={!tinted && !ofPrint && (note?.short ?? false)}
      about={tinted ? 'How much the ink covers' : ofPrint ? undefined : note?.text}
      thumb={thumb}
      more={
        tinted ? (
          <TintControls pass={pass} fill={fill} />
        ) : ofPrint ? (
          <PrintSoFar fill={fill} beneath={beneath} />
        ) : (
          picture && (
            <div className="grid grid-cols-1 gap-1.5">
              {note && (
                <p className={`text-[11px] leading-tight ${note.short ? 'text-hot-text' : 'text-muted'}`}>
                  {note.text}
                </p>
              )}
              {separation && (
                <>
                  <SeparationControls job={job} pass={pass} fill={fill} separation={separation} />
                  <SplitMenu job={job} pass={pass} />
                </>
              )}
              {picture.made && (
                <Fold title="Settings" note={picture.name} open>
                  <MadeControls picture={picture} />
                </Fold>
              )}
              <Placing job={job} pass={pass} fill={fill} />
              {!picture.made && <CropControls picture={picture} />}
              {!picture.made && <CutOutControls picture={picture} />}
              {!picture.made && !picture.clip && <ScannedPrint key={picture.id} picture={picture} />}
            </div>
          )
        )
      }
    >
      {tinted ? (
        <div className="grid min-h-[26px] items-center pb-0.5">
          <TintRow fill={fill} />
        </div>
      ) : (
        <div className="flex items-center gap-1 pb-0.5">
          <select
            aria-label="Picture of this pass"
            data-own
            value={ofPrint ? PRINT : (fill.feed.picture ?? '')}
            onChange={(e) => choose(e.target.value)}
            className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
          >
            <option value="">{job.pictures.length > 0 ? 'no picture' : 'drop, paste or add one'}</option>
            {job.pictures.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
            {beneath.length > 0 && (
              <option value={PRINT} title="What the passes beneath print, in their inks on the plain stock">
                the print so far
              </option>
            )}
            <optgroup label="Make one here">
              {OFFERED_KINDS.map((k) => (
                <option key={k.name} value={`${MAKE}${k.name}`} title={k.about}>
                  {k.label}
                </option>
              ))}
            </optgroup>
          </select>
          {picture?.hash && !ofPrint && (
            <button
              type="button"
              onClick={() => void replaceFile(picture.id)}
              title="Put another file in its place; all settings stay"
              aria-label="Replace the picture"
              className={iconButton}
            >
              <Replace size={14} aria-hidden />
            </button>
          )}
          <button
            type="button"
            onClick={() => choosePictureFile(pass.id)}
            title="Add a picture"
            aria-label="Add a picture"
            className={iconButton}
          >
            <ImagePlus size={15} aria-hidden />
          </button>
        </div>
      )}
      <div className="flex items-center justify-between gap-2">
        <select
          aria-label="Part of the picture"
          value={fill.feed.part}
          onChange={(e) => edit(setFeed(fill.id, { part: e.target.value as FeedPart }))}
          className="h-6 shrink-0 border-b border-hairline bg-paper"
        >
          {parts.map(({ value, label, title }) => (
            <option key={value} value={value} title={title}>
              {label}
            </option>
          ))}
        </select>
        {picture && !tinted && !ofPrint && !separation && <SplitMenu job={job} pass={pass} />}
        {separation && (
          <span
            className="min-w-0 truncate text-[11px] text-muted"
            title="The separation that this ink belongs to"
            data-own
          >
            {separation.name}
          </span>
        )}
      </div>
    </Station>
  );
}

export const PictureStation = memo(
  PictureStationPart,
  sameBy(({ job, pass, fill }) => [
    pass.id,
    fill.feed,
    fill.tone,
    fill.screen.frequency,
    fill.screen.family,
    job.sheet,
    job.pictures,
    job.passes.map((p) => JSON.stringify([fillOf(p).feed, fillOf(p).screen.angle, p.on])).join(),
    job.separations.map((s) => separationKey(job, s)).join(),
  ]),
);

import { type Feed, movedPart, NO_EDIT, type Picture, SHEET_PARAMS, shownSize } from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import type { Edit } from './edits.ts';

/** What becomes of placed pictures when the sheet gets another size. */
export type Resizing = 'keep' | 'scale' | 'centre';

/** Gives the sheet another size; pictures placed by hand keep their place, grow with it, or stay about its middle. */
export const resizeSheet =
  (size: { readonly width: number; readonly height: number }, how: Resizing): Edit =>
  (job) => {
    const { width, height } = job.sheet;
    const grown = Math.min(size.width / width, size.height / height);
    const k = how === 'scale' ? grown : 1;
    const [dx, dy] = how === 'keep' ? [0, 0] : [(size.width - width * k) / 2, (size.height - height * k) / 2];
    const tidy = (v: number) => Number(v.toFixed(3));
    const moved = (feed: Feed): Feed =>
      feed.fit === 'own'
        ? { ...feed, x: tidy(feed.x * k + dx), y: tidy(feed.y * k + dy), width: tidy(feed.width * k) }
        : feed;
    return {
      ...job,
      sheet: { ...job.sheet, ...size },
      stencils: job.stencils.map((stencil) => ({
        ...stencil,
        parts: stencil.parts.map((part) => movedPart(part, { scale: k, x: dx, y: dy })),
      })),
      passes: job.passes.map((p) => {
        const [first, ...others] = p.fills.map((f) => ({ ...f, feed: moved(f.feed) }));
        return { ...p, fills: [first!, ...others] };
      }),
    };
  };

/** Gives the sheet a picture's proportions and keeps its width. */
export const sheetLikePicture =
  (picture: Pick<Picture, 'width' | 'height'> & Partial<Pick<Picture, 'edit'>>): Edit =>
  (job) => {
    const { width, height } = shownSize({ edit: NO_EDIT, ...picture });
    return { ...job, sheet: { ...job.sheet, height: Number(((job.sheet.width * height) / width).toFixed(2)) } };
  };

/** A sheet of the size that a drawing states on its own; of its shape otherwise, and beyond the sizes that sheets have. */
export const sheetOfPicture =
  (picture: Pick<StoredPicture, 'width' | 'height' | 'widthMm' | 'heightMm'>): Edit =>
  (job) => {
    const size = {
      width: Number((picture.widthMm ?? 0).toFixed(2)),
      height: Number((picture.heightMm ?? 0).toFixed(2)),
    };
    const fits = [size.width, size.height].every((mm) => mm >= SHEET_PARAMS.width.min && mm <= SHEET_PARAMS.width.max);
    return fits ? { ...job, sheet: { ...job.sheet, ...size } } : sheetLikePicture(picture)(job);
  };

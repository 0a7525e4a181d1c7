import {
  applyRecipe,
  createJob,
  filePicture,
  type Job,
  MM_PER_INCH,
  type PixelRegion,
  plainStock,
  type Recipe,
  type Sheet,
} from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { newId } from '../document/edits.ts';
import { addLayers } from '../document/layer-edits.ts';

/** The sheet on which a region of a scan has its own size. */
function sheetOf(region: Pick<PixelRegion, 'width' | 'height'>, ppi: number): Sheet {
  const mm = (pixels: number) => Math.max(1, Math.round((pixels / ppi) * MM_PER_INCH * 100) / 100);
  return {
    ...createJob('', '').sheet,
    width: mm(region.width),
    height: mm(region.height),
    bleed: 0,
    ppi,
    stock: plainStock('White', '#ffffff'),
  };
}

/** A region of a scan as it is, on a sheet of its own size. */
export function scanJob(scan: StoredPicture, region: PixelRegion, ppi: number): Job {
  const blank: Job = { ...createJob('Scan', newId()), sheet: sheetOf(region, ppi) };
  const laid = addLayers([{ picture: scan, name: 'Scan', opacity: 1, visible: true, mode: 'normal' }])(blank);
  const crop = {
    left: region.x / scan.width,
    top: region.y / scan.height,
    right: (region.x + region.width) / scan.width,
    bottom: (region.y + region.height) / scan.height,
  };
  return { ...laid, pictures: laid.pictures.map((p) => ({ ...p, edit: { ...p.edit, crop } })) };
}

/** A recipe on the picture of a region, on a sheet of the size that the region has on paper. */
export function printJob(picture: StoredPicture, recipe: Recipe, region: PixelRegion, ppi: number): Job {
  const { hash, width, height } = picture;
  const made = createJob('Print', newId());
  const blank: Job = {
    ...made,
    sheet: sheetOf(region, ppi),
    pictures: [filePicture({ id: 'scan', name: picture.name, hash, width, height })],
  };
  return applyRecipe(blank, recipe, { pass: null, newId });
}

import type { CutOut } from './cut-out.ts';

/** What is done to a picture before any pass takes it: shared by all its passes. */
export interface PictureEdit {
  /** Shares of the picture's width and height that are kept, from its top left. */
  readonly crop: Crop;
  /** Quarter turns counter-clockwise, 0 to 3, after cropping. */
  readonly turns: number;
  /** Mirrored left to right, before turning. */
  readonly flip: boolean;
  readonly cutOut: CutOut | null;
}

export interface Crop {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export const WHOLE_CROP: Crop = { left: 0, top: 0, right: 1, bottom: 1 };

export const NO_EDIT: PictureEdit = { crop: WHOLE_CROP, turns: 0, flip: false, cutOut: null };

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A crop in whole picture pixels, at least one wide and high. */
export function cropPixels({ width, height }: Size, crop: Crop): { x: number; y: number } & Size {
  const x = Math.min(width - 1, Math.round(crop.left * width));
  const y = Math.min(height - 1, Math.round(crop.top * height));
  return {
    x,
    y,
    width: Math.max(1, Math.round(crop.right * width) - x),
    height: Math.max(1, Math.round(crop.bottom * height) - y),
  };
}

/** Size of a picture as passes see it: cropped and turned. */
export function shownSize(picture: Size & { readonly edit: PictureEdit }): Size {
  const { width, height } = cropPixels(picture, picture.edit.crop);
  return picture.edit.turns % 2 === 0 ? { width, height } : { width: height, height: width };
}

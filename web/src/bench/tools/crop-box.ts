import type { Crop, Picture } from '@chromatype/core';

/** A rectangle on the sheet in mm, before it is turned about its middle. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Where the whole picture would lie, in mm, if its kept part lies where it does now. Quarter turns included. */
export function wholeBox(picture: Picture, kept: Box): Box & { readonly crop: Crop } {
  const { crop, turns, flip } = picture.edit;
  // Sides of the crop as they stand on the sheet, after the mirror and the turns.
  let sides: [number, number, number, number] = [crop.left, crop.top, 1 - crop.right, 1 - crop.bottom];
  if (flip) sides = [sides[2], sides[1], sides[0], sides[3]];
  for (let k = 0; k < turns; k++) sides = [sides[1], sides[2], sides[3], sides[0]];
  const [left, top, right, bottom] = sides;
  const width = kept.width / (1 - left - right);
  const height = kept.height / (1 - top - bottom);
  return {
    x: kept.x - left * width,
    y: kept.y - top * height,
    width,
    height,
    crop: { left, top, right: 1 - right, bottom: 1 - bottom },
  };
}

/** A crop as it stands on the sheet, taken back through the turns and the mirror. */
export function cropOfPicture(picture: Picture, shown: Crop): Crop {
  const { turns, flip } = picture.edit;
  let sides: [number, number, number, number] = [shown.left, shown.top, 1 - shown.right, 1 - shown.bottom];
  for (let k = 0; k < turns; k++) sides = [sides[3], sides[0], sides[1], sides[2]];
  if (flip) sides = [sides[2], sides[1], sides[0], sides[3]];
  return { left: sides[0], top: sides[1], right: 1 - sides[2], bottom: 1 - sides[3] };
}

const LEAST = 0.01;

/** A point turned clockwise by some degrees about another. */
export function turnedAbout(x: number, y: number, cx: number, cy: number, degrees: number): readonly [number, number] {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const [dx, dy] = [x - cx, y - cy];
  return [cx + c * dx - s * dy, cy + s * dx + c * dy];
}

/**
 * What a picture that lies at an angle is cropped to by a rectangle at the same angle, and where that part then
 * lies, so that it stays where it is. `kept`: what is shown of it now; `dragged`: the rectangle, its corner that
 * of the rectangle turned back about its own middle; `turn`: degrees counter-clockwise. Null when hardly anything is left.
 */
export function croppedTo(
  picture: Picture,
  kept: Box,
  dragged: Box,
  turn: number,
): { readonly crop: Crop; readonly x: number; readonly y: number; readonly width: number } | null {
  const whole = wholeBox(picture, kept);
  const [cx, cy] = [kept.x + kept.width / 2, kept.y + kept.height / 2];
  // In the picture's own frame, before it is turned about the middle of what is shown now.
  const [mx, my] = turnedAbout(dragged.x + dragged.width / 2, dragged.y + dragged.height / 2, cx, cy, turn);
  // Rounded far below a pixel, so that a side that did not move stays at the edge.
  const share = (at: number, from: number, length: number) =>
    Number(Math.min(1, Math.max(0, (at - from) / length)).toFixed(6));
  const shown = {
    left: share(mx - dragged.width / 2, whole.x, whole.width),
    top: share(my - dragged.height / 2, whole.y, whole.height),
    right: share(mx + dragged.width / 2, whole.x, whole.width),
    bottom: share(my + dragged.height / 2, whole.y, whole.height),
  };
  if (shown.right - shown.left < LEAST || shown.bottom - shown.top < LEAST) return null;
  const width = (shown.right - shown.left) * whole.width;
  const height = (shown.bottom - shown.top) * whole.height;
  const [x, y] = turnedAbout(
    whole.x + shown.left * whole.width + width / 2,
    whole.y + shown.top * whole.height + height / 2,
    cx,
    cy,
    -turn,
  );
  return { crop: cropOfPicture(picture, shown), x: x - width / 2, y: y - height / 2, width };
}

import { inkBytes, type Plate } from '../raster/plate.ts';
import type { Planned } from '../raster/planned.ts';
import type { Size } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';

/** The pixels of a plate as a grey picture: black where it prints, white where it does not. */
export const plateSource = ({ width, height }: Size, plate: Planned<Plate>): PictureSource => ({
  width,
  height,
  channels: 1,
  read: (y, count) => inkBytes(plate.read({ x: 0, y, width, height: count, step: 1 })).map((ink) => 255 - ink),
});

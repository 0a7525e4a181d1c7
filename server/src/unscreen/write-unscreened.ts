import { enlarger, gridBands, type Kernels, ScanError, scanOnGrid, toneBands } from '@chromatype/core';
import { Helpers } from './helpers.ts';
import { openScan, type ScanAsked } from './open-scan.ts';
import { writeRgbPng } from './write-png.ts';

export interface UnscreenAsked extends ScanAsked {
  /** Of the scan, where it is known: for the sentence of an error. */
  readonly ppi: number | null;
  /** The PNG that is written. */
  readonly file: string;
}

/** How it went: nothing, or why not in one sentence. */
export interface Unscreening {
  readonly refused: string | null;
}

/** Share of the work after which the print has been read, the grid is full, and the bands are prepared. */
const READ = 0.25;
const FULL = 0.4;
const PREPARED = 0.5;

/** Bytes in memory that threads share. */
const shared = (bytes: number): Uint8Array<SharedArrayBuffer> => new Uint8Array(new SharedArrayBuffer(bytes));

/** Takes the screen out of a stored scan and writes the picture as a PNG. Memory follows the size of its grid of cells. */
export async function writeUnscreened(
  kernels: Kernels,
  { scan, region, ppi, file }: UnscreenAsked,
  report: (share: number) => void,
): Promise<Unscreening> {
  const { source, close } = openScan({ scan, region });
  // They start while the print is read.
  const helpers = new Helpers();
  try {
    const { print, size, grid } = scanOnGrid(source, {
      ppi: ppi ?? undefined,
      room: shared,
      report: (share) => report(READ * share),
    });
    const { lights, table } = print.inks;
    const from = { scan: { scan, region }, inks: { lights, table }, factor: size.factor, grid };
    await helpers.fill(from, size.down, (share) => report(READ + (FULL - READ) * share));
    await helpers.prepare(toneBands(kernels, print, grid, size.factor));
    report(PREPARED);
    const rows = gridBands(size.down, helpers.count);
    async function* pieces(): AsyncGenerator<Uint8Array> {
      const enlarge = enlarger(size);
      let done = 0;
      for await (const band of helpers.bands(rows)) {
        yield enlarge(band);
        report(PREPARED + (1 - PREPARED) * (++done / rows.length));
      }
    }
    await writeRgbPng(file, { ...size, ppi }, pieces());
    return { refused: null };
  } catch (error) {
    if (error instanceof ScanError) return { refused: error.message };
    throw error;
  } finally {
    await helpers.close();
    close();
  }
}

import {
  chartOf,
  type ChartReading,
  createKernels,
  type Job,
  type SheetLie,
  type MeasuredPress,
  measurePress,
  onStandInPress,
  plateShares,
  pressedSheet,
  type PrintEnv,
  readChart,
  ScanError,
  type ScanPixels,
  scanSheet,
  type StandInPress,
} from '@chromatype/core';
import * as Comlink from 'comlink';

/** What of a reading is shown. */
export type Shown = Pick<ChartReading, 'outline' | 'spec'>;

/** What a scan of a chart tells, or why it tells nothing, in one sentence. */
export type Measured = { readonly press: MeasuredPress; readonly shown: Shown } | { readonly refused: string };

type Report = (share: number) => void;

function ended<T>(work: Generator<number, T>, report: Report): T {
  let step = work.next();
  while (!step.done) {
    report(step.value);
    step = work.next();
  }
  return step.value;
}

// A chart is made from settings: its plates need no picture of a file.
const envOf = (): PrintEnv => ({ kernels: createKernels(), pictures: () => null });

/** Share of the work that is printing; the rest is the scan of it. */
const PRINTED = 0.7;

const api = {
  /** A PNG of what the stand-in press prints of a chart, as it lies under the stand-in scanner. */
  async press(chart: Job, how: StandInPress, lie: SheetLie, report: Report): Promise<Blob> {
    const sheet = ended(pressedSheet(envOf(), onStandInPress(chart, how)), (share) => report(PRINTED * share));
    const { width, height, rgb } = scanSheet(sheet, chart.sheet.ppi, lie);
    report(0.9);
    const canvas = new OffscreenCanvas(width, height);
    const image = new ImageData(width, height);
    for (let k = 0; k < width * height; k++) {
      image.data.set(rgb.subarray(3 * k, 3 * k + 3), 4 * k);
      image.data[4 * k + 3] = 255;
    }
    canvas.getContext('2d')!.putImageData(image, 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },

  /** Reads a scan of a chart. `chart`: the job that made it, whose plates say what was to be printed; null for none. */
  read(scan: ScanPixels, ppi: number | null, chart: Job | null, report: Report): Measured {
    try {
      const reading = readChart(scan, { ...(ppi ? { ppi } : {}), report: (share) => report(0.6 * share) });
      const { outline, spec } = reading;
      const own = chart && chartOf(chart);
      const same =
        own && own.inks === spec.inks && own.key === spec.key && own.twentieths === spec.twentieths ? chart : null;
      const plates = same ? ended(plateShares(envOf(), same), (share) => report(0.6 + 0.4 * share)) : null;
      const press = measurePress(reading, plates && same ? { plates, ppi: same.sheet.ppi } : {});
      return { press, shown: { outline, spec } };
    } catch (error) {
      if (error instanceof ScanError) return { refused: error.message };
      throw error;
    }
  },
};

export type CalibrateApi = typeof api;

Comlink.expose(api);

import { pushingPass } from '../document/passes-read.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { filePicture } from '../picture/types.ts';
import { keyOf } from '../raster/planned.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';
import type { PrintEnv } from './env.ts';
import type { PassPlan } from './plan-fill.ts';
import { plateSource } from './plate-source.ts';
import type { WithPrints } from './print-so-far.ts';

/**
 * Gives a pass the plates of the passes that push it: each becomes a picture of the job, black on white, found under a name
 * that says all that it shows.
 */
export function withPushes(
  { env, job, pass, plans }: WithPrints,
  whole: Job,
  planOf: (pass: Pass) => PassPlan,
): WithPrints {
  const pushing = (fill: Fill) => fill.bend.some((bend) => pushingPass(whole, bend));
  if (!pass.fills.some(pushing)) return { env, job, pass, plans };
  const size = sheetPixels(whole.sheet);
  const sources = new Map<string, PictureSource>();
  const others: PassPlan[] = [];
  const pictures = [...job.pictures];

  function pictureOf(other: Pass): string {
    const id = `print of ${other.id}`;
    if (pictures.some((p) => p.id === id)) return id;
    const plan = planOf(other);
    others.push(plan);
    const hash = keyOf('print alone', size, [plan.plate]);
    sources.set(hash, plateSource(size, plan.plate));
    pictures.push(filePicture({ id, name: id, hash, ...size }));
    return id;
  }

  const fills = pass.fills.map((fill): Fill => {
    if (!pushing(fill)) return fill;
    const bend = fill.bend.map((own) => {
      const other = pushingPass(whole, own);
      return other ? { ...own, settings: { ...own.settings, source: 'picture', picture: pictureOf(other) } } : own;
    });
    return { ...fill, bend };
  });
  const found: PrintEnv = {
    caches: env.caches,
    // Plans that are made for their key alone have no kernels.
    get kernels() {
      return env.kernels;
    },
    pictures: (hash) => sources.get(hash) ?? env.pictures(hash),
  };
  return {
    env: found,
    job: { ...job, pictures },
    pass: { ...pass, fills: fills as unknown as Pass['fills'] },
    plans: [...plans, ...others],
  };
}

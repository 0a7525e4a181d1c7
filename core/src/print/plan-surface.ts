import { createFill } from '../document/defaults.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { stockLight } from '../ink/printed-ink.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Planned, planned } from '../raster/planned.ts';
import { type Artwork, isArtwork } from '../raster/plate.ts';
import type { SheetGeometry } from '../raster/sheet.ts';
import { decodeSrgb, encodeSrgb } from '../colour/srgb.ts';
import { FINISH_KINDS, type FinishLayer } from '../stock/finishes/index.ts';
import { FLAT, type Surface, type SurfaceLayer, type SurfaceMap, type ValueLight } from '../stock/surface.ts';
import { TEXTURE_KINDS } from '../stock/textures/index.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { runColours } from './pass-colours.ts';
import { planFill } from './plan-fill.ts';

const geometryOf = ({ width, height, bleed, ppi }: SheetGeometry): SheetGeometry => ({ width, height, bleed, ppi });

/** A map that is kept by the caches of a thread. */
function keptMap(env: PrintEnv, map: Planned<SurfaceMap>): Planned<SurfaceMap> {
  const { caches = NO_CACHES } = env;
  return { key: map.key, read: (area) => caches.surface(map.key, area, () => map.read(area)) };
}

/** The texture of a job's stock; null where it is smooth. */
function planTexture(env: PrintEnv, { sheet }: Job): SurfaceLayer | null {
  const { texture, textureAmount, textureSize, textureSeed } = sheet.stock;
  const kind = TEXTURE_KINDS.find((t) => t.name === texture);
  if (!kind || textureAmount === 0) return null;
  const inputs = { texture, perMm: (sheet.ppi / MM_PER_INCH) * textureSize, seed: textureSeed };
  const map = planned('texture', inputs, [], ({ perMm, seed }) => (area: Area): SurfaceMap => {
    const row = kind.rows({ area, perMm, seed });
    const out = new Uint8Array(area.width * rowsOf(area));
    const shades = new Float64Array(area.width);
    for (let k = 0; k < rowsOf(area); k++) {
      shades.fill(0);
      row(area.y + k * area.step, shades);
      for (let x = 0, at = k * area.width; x < area.width; x++, at++) {
        const shade = shades[x]!;
        out[at] = shade <= 0 ? 0 : shade >= 1 ? 255 : 255 * shade + 0.5;
      }
    }
    return out;
  });
  const through = new Float64Array(3 * 256);
  for (let v = 0; v < 256; v++) {
    kind.light(v / 255).forEach((share, c) => {
      through[3 * v + c] = Math.max(0, 1 + textureAmount * (share - 1));
    });
  }
  return {
    kind: 'map',
    map: keptMap(env, map),
    key: `${texture} ${textureAmount}`,
    light: { through, adds: new Float64Array(through.length) },
  };
}

/** The picture of the artist's own stock; null without one. */
function planPicture(env: PrintEnv, job: Job): SurfaceLayer | null {
  const { picture, takes, amount } = job.sheet.ground;
  if (picture === null || amount === 0) return null;
  const base = createFill('stock', picture);
  const fill: Fill = {
    ...base,
    feed: { ...base.feed, part: takes === 'grey' ? 'lightness' : 'colour' },
    screen: { ...base.screen, family: 'smooth', smooth: { takes: 'picture' } },
  };
  const pass = { ...job.passes[0]!, id: 'stock', fills: [fill] } as Pass;
  const { plate } = planFill(env, job, pass, fill);
  const colours: Planned<Artwork> = {
    key: plate.key,
    read(area) {
      const read = plate.read(area);
      if (!isArtwork(read)) throw new Error('A stock picture is artwork.');
      return read;
    },
  };
  return { kind: 'colours', colours, strength: amount, opacity: takes === 'grey' ? 0 : 1 };
}

/** Colours that run over the stock; null where it is flat. */
function planRun({ sheet }: Job): SurfaceLayer | null {
  const { run, colours, angle } = sheet.ground;
  if (run === 'flat') return null;
  const inputs = { run, colours, angle: run === 'linear' ? angle : 0, sheet: geometryOf(sheet) };
  const made = planned('stock run', inputs, [], (own) => runColours(own.sheet, own, own.colours));
  return { kind: 'colours', colours: made, strength: 1, opacity: 1 };
}

/** What lies on the finished print by one layer of a finish. */
function planFinishLayer(
  env: PrintEnv,
  { sheet }: Job,
  kind: string,
  layer: FinishLayer<never>,
  own: never,
): SurfaceLayer {
  if (layer.kind === 'curve') {
    const curve = layer.curve(own);
    const table = Float32Array.from({ length: 65536 }, (_, k) => decodeSrgb(curve(encodeSrgb(k / 65535))));
    return { kind: 'curve', key: `${layer.name} ${JSON.stringify(own)}`, table };
  }
  const stock = stockLight(sheet.stock);
  const inputs = { kind, layer: layer.name, own, sheet: geometryOf(sheet) };
  const map = planned('finish', inputs, [], (asked) => (area: Area): SurfaceMap => {
    const row = layer.rows({ own: asked.own, sheet: asked.sheet, stock }, area);
    const out = new Uint8Array(area.width * rowsOf(area)).fill(layer.rest);
    for (let k = 0; k < rowsOf(area); k++) {
      row(area.y + k * area.step, out.subarray(k * area.width, (k + 1) * area.width));
    }
    return out.every((v) => v === layer.rest) ? layer.rest : out;
  });
  const light: ValueLight = layer.light({ own, sheet, stock });
  return { kind: 'map', map: keptMap(env, map), key: JSON.stringify([layer.name, own, stock]), light };
}

function planFinishes(env: PrintEnv, job: Job): SurfaceLayer[] {
  return FINISH_KINDS.flatMap(({ name, layers }) => {
    const own = job.sheet.finish[name] as never as { readonly on: boolean };
    if (!own.on) return [];
    return (layers as readonly FinishLayer<never>[])
      .filter((layer) => layer.used(own as never))
      .map((layer) => planFinishLayer(env, job, name, layer, own as never));
  });
}

/**
 * Plans what a job's print shows besides its plates: the run of colours, the picture and the texture of its stock, and its
 * finish. Plates never depend on it.
 * @param always whether it shows even where the job leaves it out of prints, as in looks of the pressed print
 */
export function planSurface(env: PrintEnv, job: Job, always = false): Surface {
  const run = planRun(job);
  const shown = job.sheet.ground.shown || always;
  const under = [run, ...(shown ? [planPicture(env, job), planTexture(env, job)] : [])];
  if (!run && !shown) return FLAT;
  return { under: under.filter((layer) => layer !== null), over: shown ? planFinishes(env, job) : [] };
}

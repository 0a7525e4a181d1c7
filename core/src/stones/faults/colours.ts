import { oklabOfLight } from '../../colour/oklab.ts';
import { linearOfHex } from '../../colour/srgb.ts';
import { faultKind } from './kind.ts';

/** Distance of two colours in OKLab (Ottosson 2020). */
function colourDistance(a: string, b: string): number {
  const [p, q] = [a, b].map((hex) => {
    const out = new Float64Array(3);
    oklabOfLight(...linearOfHex(hex), out);
    return out;
  }) as [Float64Array, Float64Array];
  return Math.sqrt(p.reduce((sum, v, k) => sum + (v - q[k]!) * (v - q[k]!), 0));
}

export const tooManyColours = faultKind({
  name: 'colours',
  label: 'Too many colours',
  about: 'The layout has more colours of stones than are allowed.',
  *find({ stones, job }) {
    const counts = new Map<number, number>();
    for (let k = 0; k < stones.count; k++) counts.set(stones.colour[k]!, (counts.get(stones.colour[k]!) ?? 0) + 1);
    if (counts.size <= job.mostColours) return;
    const [rarest, pieces] = [...counts].sort((a, b) => a[1] - b[1] || a[0] - b[0])[0]!;
    const own = job.colours[rarest]!;
    const nearest = [...counts.keys()]
      .filter((c) => c !== rarest)
      .sort(
        (a, b) =>
          colourDistance(own.colour, job.colours[a]!.colour) - colourDistance(own.colour, job.colours[b]!.colour),
      )[0]!;
    const first = stones.colour.indexOf(rarest);
    yield {
      kind: 'colours',
      said: `The layout has ${counts.size} colours of stones; ${job.mostColours} are allowed. ${own.name} is the rarest, with ${pieces}.`,
      stones: [],
      x: stones.x[first]!,
      y: stones.y[first]!,
      mend: {
        label: `Use ${job.colours[nearest]!.name} for ${own.name}`,
        act: { does: 'recolour', from: rarest, to: nearest },
      },
    };
  },
});

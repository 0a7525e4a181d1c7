import { BLEND_MODES, blendColours, composite, type AlphaColour } from '../../src/index.ts';
import { random } from '../random.ts';
import { B, over } from './w3c-blending.ts';

const next = random(15);
const byte = () => Math.floor(next() * 256) / 255;
const colour = () => [byte(), byte(), byte()] as const;

test('there are the sixteen modes of W3C Compositing and Blending Level 1', () => {
  expect(BLEND_MODES.map((m) => m.name)).toEqual(Object.keys(B));
});

test.each(BLEND_MODES.map((m) => m.name))('%s blends as the specification says', (name) => {
  const mode = BLEND_MODES.find((m) => m.name === name)!;
  for (let k = 0; k < 2000; k++) {
    const [cb, cs] = [colour(), colour()];
    const expected = B[name]!(cb, cs);
    blendColours(mode, cb, cs).forEach((v, c) => {
      expect(v).toBeCloseTo(expected[c]!, 10);
    });
  }
});

test('composition over an opaque backdrop is clause 5.1 with blending', () => {
  for (const mode of BLEND_MODES) {
    const [cb, cs, as] = [colour(), colour(), next()];
    const out = composite(mode, [...cb, 1], [...cs, as]);
    expect(out[3]).toBeCloseTo(1, 12);
    over(mode.name, cb, cs, as).forEach((v, c) => {
      expect(out[c]).toBeCloseTo(v, 10);
    });
  }
});

test('over nothing a source stays what it is, and a clear source changes nothing', () => {
  for (const mode of BLEND_MODES) {
    const [own, under]: AlphaColour[] = [
      [...colour(), 0.4],
      [...colour(), 0.7],
    ] as AlphaColour[];
    composite(mode, [0, 0, 0, 0], own!).forEach((v, c) => {
      expect(v).toBeCloseTo(own![c]!, 12);
    });
    composite(mode, under!, [...colour(), 0] as AlphaColour).forEach((v, c) => {
      expect(v).toBeCloseTo(under![c]!, 12);
    });
  }
});

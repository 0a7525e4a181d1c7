import { createG4Encoder } from '../../src/index.ts';
import { random } from '../random.ts';

const WIDTH = 333;
const STRIDE = Math.ceil(WIDTH / 8);

function rows(count: number): Uint8Array {
  const next = random(71);
  return Uint8Array.from({ length: STRIDE * count }, () => (next() < 0.5 ? 0 : Math.floor(next() * 256)));
}

test('bytes taken on the way and bytes taken at the end are the same block', () => {
  const data = rows(200);
  const whole = createG4Encoder(WIDTH);
  const piecemeal = createG4Encoder(WIDTH);
  const pieces: Uint8Array[] = [];
  for (let y = 0; y < 200; y++) {
    whole.row(data, y * STRIDE);
    piecemeal.row(data, y * STRIDE);
    if (piecemeal.ready > 500) pieces.push(piecemeal.take());
  }
  expect(pieces.length).toBeGreaterThan(5);
  expect(piecemeal.ready).toBeLessThanOrEqual(500);
  const block = whole.end();
  expect(Buffer.compare(Buffer.concat([...pieces, piecemeal.end()]), block)).toBe(0);
});

test('after the end of a block the encoder starts anew', () => {
  const data = rows(20);
  const encoder = createG4Encoder(WIDTH);
  const block = () => {
    for (let y = 0; y < 20; y++) encoder.row(data, y * STRIDE);
    return encoder.end();
  };
  expect(Buffer.compare(block(), block())).toBe(0);
});

test('a bare row is one bit and the end of a block two marks of twelve (ITU-T T.6)', () => {
  const encoder = createG4Encoder(WIDTH);
  encoder.row(new Uint8Array(STRIDE), 0);
  // V0 is 1; then 000000000001 twice, and the byte is filled with zeros.
  expect([...encoder.end()]).toEqual([0x80, 0x08, 0x00, 0x80]);
});

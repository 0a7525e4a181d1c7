import { matteRows, subjectMatte } from '../../src/picture/subject/matte.ts';
import { HEIGHT, SCENES, sceneOf, WIDTH } from './scenes.ts';

/** Intersection over union of two masks. */
function overlap(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let [both, either] = [0, 0];
  for (let k = 0; k < a.length; k++) {
    const [p, q] = [a[k]! >= 0.5, b[k]! >= 0.5];
    if (p && q) both++;
    if (p || q) either++;
  }
  return both / either;
}

describe('the subject by rough strokes', () => {
  test.each(SCENES)('$name: at least 0.97 of what is found and what is there is common', (scene) => {
    const { source, truth, marks } = sceneOf(scene);
    expect(marks.length).toBeLessThanOrEqual(6);
    const matte = subjectMatte(source, marks);
    const rows = matteRows(matte, source, 0, HEIGHT, source.read(0, HEIGHT));
    const found = Float32Array.from(rows, (v) => v / 255);
    expect(overlap(found, truth)).toBeGreaterThanOrEqual(0.97);
    expect(found.length).toBe(WIDTH * HEIGHT);
  });
});

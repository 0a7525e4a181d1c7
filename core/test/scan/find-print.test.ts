import { madeTrial, Tally, tryPrint } from './trials.ts';

/** As many scans as CI has the time for; SCAN_TRIALS=300 tries as many as are promised. */
const TRIALS = Number(process.env.SCAN_TRIALS ?? 16);
const FIRST = Number(process.env.SCAN_FIRST ?? 1);

describe(`${TRIALS} made scans`, () => {
  const tally = new Tally();

  beforeAll(async () => {
    for (let seed = FIRST; seed < FIRST + TRIALS; seed++) {
      const trial = await madeTrial(seed);
      const { kind, shape, inks } = trial.print;
      tryPrint(
        tally,
        trial,
        `${seed}, ${inks.length} inks, ${trial.interpreted ? 'interpreted ' : ''}${kind} ${shape}`,
      );
    }
    if (process.env.SCAN_TRIALS) {
      const all = [...new Set([...tally.right.keys(), ...tally.wrong.keys()])].sort();
      const lines = all.map((key) => `${key}: ${tally.right.get(key) ?? 0} right, ${tally.wrong.get(key) ?? 0} wrong`);
      const mean = tally.differences.reduce((a, b) => a + b, 0) / tally.differences.length;
      process.stdout.write(`${[...tally.misses, ...lines, `colour: mean CIEDE2000 ${mean.toFixed(2)}`].join('\n')}\n`);
    }
  }, 3_600_000);

  /** A share that may be missed by one scan more where there are few of them. */
  const least = (share: number, count: number) => share - (count < 100 ? 1.5 / count : 0);

  test('the number of inks is right in 95 of 100', () => {
    expect(tally.share('count')).toBeGreaterThanOrEqual(least(0.95, tally.of('count', null)[1]));
  });

  test('inks have their colours: CIEDE2000 of 3 in the mean', () => {
    const mean = tally.differences.reduce((a, b) => a + Math.min(b, 60), 0) / tally.differences.length;
    expect(mean).toBeLessThanOrEqual(3);
  });

  test('frequencies are right within 0.3 %, and angles within 0.2°, in 98 of 100', () => {
    expect(tally.of('pitch', null)[1]).toBeGreaterThan(TRIALS);
    expect(tally.share('pitch')).toBeGreaterThanOrEqual(least(0.98, tally.of('pitch', null)[1]));
    expect(tally.share('angle')).toBeGreaterThanOrEqual(least(0.98, tally.of('angle', null)[1]));
  });

  test('the group of the shape is right in 90 of 100', () => {
    expect(tally.share('group')).toBeGreaterThanOrEqual(0.9);
  });

  test('what is claimed with high confidence is wrong in fewer than 2 of 100', () => {
    const [right, all] = tally.of(null, 'high');
    expect(all).toBeGreaterThan(4 * TRIALS);
    expect(1 - right / all).toBeLessThanOrEqual(0.02);
  });
});

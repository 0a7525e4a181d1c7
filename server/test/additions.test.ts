import { execFile } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { ADDITIONS } from './additions/throw-away.ts';

/**
 * One new dot, family, step of the tone curve, output, picture, bend, blend mode, texture and finish, for marks one new
 * shape, edge, lattice and form of pieces, and for stones one new way of laying, shape and fault, is one new file and one line in a table. A copy of the project gets one of each; nothing else in it is edited.
 */
const project = fileURLToPath(new URL('../../', import.meta.url));
let copy: string;

interface Ran {
  readonly code: number;
  readonly out: string;
}

const run = (program: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): Promise<Ran> =>
  new Promise((resolve) => {
    const options = { cwd: copy, env: { ...process.env, NODE_OPTIONS: '', ...env }, maxBuffer: 1e8 };
    execFile(program, args, options, (error, out, err) => resolve({ code: Number(error?.code ?? 0), out: out + err }));
  });
const tool = (name: string, ...args: string[]) =>
  run(process.execPath, [join(project, 'node_modules/.bin', name), ...args]);
const chromatype = (...args: string[]) => run(process.execPath, ['server/dist/cli/main.js', ...args]);
/** Runs a module that sees the copy's core and prints one JSON value. */
async function asked<T>(code: string): Promise<T> {
  const { out, code: failed } = await run(process.execPath, ['--input-type=module', '-e', code]);
  if (failed) throw new Error(out);
  return JSON.parse(out) as T;
}

const put = (path: string, text: string) => {
  mkdirSync(dirname(join(copy, path)), { recursive: true });
  writeFileSync(join(copy, path), text);
};
const textOf = (path: string) => readFileSync(join(copy, path), 'utf8');

/** Copies the sources; packages are linked, and those of the project itself lead to the copy. */
function copyProject(): void {
  for (const name of [
    'package.json',
    'tsconfig.base.json',
    'jest.config.mjs',
    'scripts/jest-equal-arrays.mjs',
    'scripts/jest-own-globals.mjs',
    'scripts/jest-transform.mjs',
    'scripts/slow-first.mjs',
  ]) {
    put(name, readFileSync(join(project, name), 'utf8'));
  }
  for (const part of ['core', 'server', 'web']) {
    const own = readdirSync(join(project, part)).filter((n) => !['dist', 'test', 'node_modules'].includes(n));
    for (const name of own.filter((n) => !n.endsWith('.tsbuildinfo'))) {
      cpSync(join(project, part, name), join(copy, part, name), { recursive: true });
    }
    const packages = join(project, part, 'node_modules');
    if (existsSync(packages)) symlinkSync(packages, join(copy, part, 'node_modules'));
  }
  mkdirSync(join(copy, 'node_modules/@chromatype'), { recursive: true });
  for (const name of readdirSync(join(project, 'node_modules')).filter((n) => n !== '@chromatype')) {
    symlinkSync(join(project, 'node_modules', name), join(copy, 'node_modules', name));
  }
  for (const part of ['core', 'server', 'web']) {
    symlinkSync(join(copy, part), join(copy, 'node_modules/@chromatype', part));
  }
}

beforeAll(async () => {
  copy = mkdtempSync(join(tmpdir(), 'chromatype-additions-'));
  copyProject();
  for (const { file, source, table, behind, name } of ADDITIONS) {
    put(file, source);
    const from = `./${file.slice(dirname(table).length + 1)}`;
    const [head, tail] = textOf(table).split(behind) as [string, string];
    const end = tail.indexOf(']');
    const entries = tail.slice(0, end).replace(/,?\s*$/, tail.startsWith(']') ? '' : ', ');
    put(table, `import { ${name} } from '${from}';\n${head}${behind}${entries}${name}${tail.slice(end)}`);
  }
  await sharp({ create: { width: 120, height: 90, channels: 3, background: '#808080' } })
    .png()
    .toFile(join(copy, 'grey.png'));
}, 120_000);
afterAll(() => rmSync(copy, { recursive: true, force: true }));

test('core, server and interface compile without further edits', async () => {
  expect(await tool('tsc', '-b', 'core', 'server')).toEqual({ code: 0, out: '' });
  expect(await tool('tsc', '--noEmit', '-p', 'web')).toEqual({ code: 0, out: '' });
}, 240_000);

test('jobs with them are valid, and wrong values of theirs are refused by name', async () => {
  const found = await asked<{ fog: number; slack: number; errors: string[] }>(`
    import { createJob, newBend, newMade, readJob } from '@chromatype/core';
    const job = createJob('x', 'p');
    const { throwaway: _, ...screen } = job.passes[0].fills[0].screen;
    const withFill = (part) => ({ ...job, passes: [{ ...job.passes[0], fills: [{ ...job.passes[0].fills[0], ...part }] }] });
    // Jobs from before the family have no settings of it: they get its defaults.
    const read = readJob(JSON.parse(JSON.stringify(withFill({ screen, bend: [newBend('throwaway')] }))));
    const fill = read.passes[0].fills[0];
    const wrong = (part) => { try { readJob(withFill(part)); return ''; } catch (error) { return error.message; } };
    const { tone } = job.passes[0].fills[0];
    const errors = [
      wrong({ tone: { ...tone, throwAwayFog: 2 } }),
      wrong({ screen: { ...fill.screen, throwaway: { weave: 'satin', slack: 0 } } }),
      wrong({ bend: [{ kind: 'throwaway', on: true, settings: { slope: 7 } }] }),
    ];
    console.log(JSON.stringify({ fog: fill.tone.throwAwayFog, slack: fill.screen.throwaway.slack, errors }));
  `);
  expect([found.fog, found.slack]).toEqual([0, 0.25]);
  expect(found.errors[0]).toContain('throwAwayFog');
  expect(found.errors[1]).toContain('throwaway.weave');
  expect(found.errors[2]).toContain('slope');
});

test('keys of plates follow their settings, and the plates differ', async () => {
  const found = await asked<{ keys: number[]; plates: number[] }>(`
    import { createHash } from 'node:crypto';
    import { createJob, createKernels, newBend, newMade, packRows, plateKey } from '@chromatype/core';
    const base = createJob('x', 'p');
    const kernels = createKernels();
    const job = (part, made = newMade('throwaway')) => {
      const [pass] = base.passes;
      const [fill] = pass.fills;
      const picture = { id: 'm', name: 'm', hash: null, made, width: 60, height: 40, edit: { turns: 0, mirror: false, crop: { left: 0, top: 0, right: 0, bottom: 0 }, cutOut: null } };
      const own = { ...fill, feed: { ...fill.feed, picture: 'm' }, ...part(fill) };
      return { ...base, sheet: { ...base.sheet, width: 12, height: 9 }, pictures: [picture], passes: [{ ...pass, fills: [own] }] };
    };
    const woven = (own) => ({ screen }) => ({ screen: { ...screen, family: 'throwaway', throwaway: { weave: 'plain', slack: 0.25, ...own } } });
    const jobs = [
      job(() => ({})),
      job(() => ({}), { kind: 'throwaway', settings: { squares: 7 } }),
      job(({ screen }) => ({ screen: { ...screen, dots: { ...screen.dots, shape: 'ThrowAwayDot' } } })),
      job(({ tone }) => ({ tone: { ...tone, throwAwayFog: 0.5 } })),
      job(woven({})), job(woven({ slack: 0.75 })), job(woven({ weave: 'twill' })),
      job(() => ({ bend: [newBend('throwaway')] })),
    ];
    const keys = jobs.map((j) => plateKey(j, j.passes[0]));
    const plates = jobs.map((j) => createHash('sha256').update(packRows(kernels, j, j.passes[0], () => null)).digest('hex'));
    // Each plate's place among those before it tells which are equal.
    console.log(JSON.stringify({ keys: keys.map((k) => keys.indexOf(k)), plates: plates.map((p) => plates.indexOf(p)) }));
  `);
  const allDiffer = Array.from({ length: 8 }, (_, k) => k);
  expect(found).toEqual({ keys: allDiffer, plates: allDiffer });
}, 120_000);

test('marks take a new shape, edge, lattice and form of pieces', async () => {
  const found = await asked<{ keys: number[]; plates: number[]; error: string }>(`
    import { createHash } from 'node:crypto';
    import { createJob, createKernels, planPass, plateKey, readJob } from '@chromatype/core';
    const base = createJob('x', 'p');
    const kernels = createKernels();
    const [pass] = base.passes;
    const [fill] = pass.fills;
    const asJob = (marks) => {
      const feed = { ...fill.feed, part: 'tint', tint: 0.4 };
      const screen = { ...fill.screen, family: 'marks', angle: 0, frequency: { per: 'mm', value: 3 }, marks: { ...fill.screen.marks, ...marks } };
      return { ...base, sheet: { ...base.sheet, width: 12, height: 9 }, passes: [{ ...pass, fills: [{ ...fill, feed, screen }] }] };
    };
    const jobs = [
      {}, { shape: 'throwawaykite' }, { into: 'throwawaykite' }, { throwawaynotch: 0.8 }, { lattice: 'throwawaysheared' },
      { colour: 'gradient' }, { colour: 'gradient', relief: 'throwawayroof' },
    ].map((marks) => readJob(JSON.parse(JSON.stringify(asJob(marks)))));
    const keys = jobs.map((j) => plateKey(j, j.passes[0]));
    const plates = jobs.map((j) => {
      const { data } = planPass({ kernels, pictures: () => null }, j, j.passes[0]).plate.read({ x: 0, y: 0, width: 142, height: 106, step: 1 });
      return createHash('sha256').update(data).digest('hex');
    });
    let error = '';
    try { readJob(asJob({ throwawaynotch: 3 })); } catch (fault) { error = fault.message; }
    console.log(JSON.stringify({ keys: keys.map((k) => keys.indexOf(k)), plates: plates.map((p) => plates.indexOf(p)), error }));
  `);
  const allDiffer = Array.from({ length: 7 }, (_, k) => k);
  expect(found).toMatchObject({ keys: allDiffer, plates: allDiffer });
  expect(found.error).toContain('throwawaynotch');
}, 60_000);

test('stones take a new way of laying, shape and fault', async () => {
  put('square.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 60"><path d="M10 10H30V30H10Z"/></svg>');
  put(
    'pentagon.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 60"><path d="M10 10H30V30L20 25L10 30Z"/></svg>',
  );
  put('sizes.csv', 'T5,throwawaytriangle,5,4\n');
  const stones = async (art: string, ...args: string[]) => {
    const { code, out } = await chromatype('stones', art, 'stones.csv', '--lay', 'throwaway', ...args);
    expect(code).toBe(0);
    return JSON.parse(out.trim().split('\n').at(-1)!);
  };
  expect(await stones('square.svg')).toMatchObject({ stones: 4, faults: [] });
  const odd = await stones('pentagon.svg', '--sizes', 'sizes.csv', '--size', 'T5');
  expect(odd).toMatchObject({ stones: 5, by_size: { T5: 5 } });
  expect(odd.faults.map((f: { kind: string }) => f.kind)).toEqual(['throwaway']);
}, 60_000);

test('prints show a new blend mode, texture and finish', async () => {
  const { looks } = await asked<{ looks: string[] }>(`
    import { composeExact, createBitmap, createJob, createKernels, planSurface, readJob } from '@chromatype/core';
    const kernels = createKernels();
    const base = createJob('x', 'p');
    const area = { x: 0, y: 0, width: 16, height: 2, step: 1 };
    const plate = createBitmap(16, 2);
    plate.data.fill(0xf0);
    const look = (sheet, ink = {}) => {
      const job = readJob({ ...base, sheet: { ...base.sheet, ...sheet }, passes: [{ ...base.passes[0], ink: { ...base.passes[0].ink, ...ink } }] });
      const rgba = composeExact(kernels, job.sheet, job.passes, [plate], area, planSurface({ kernels, pictures: () => null }, job));
      return [...rgba.slice(0, 8), ...rgba.slice(16, 24)].join();
    };
    const { stock, finish } = base.sheet;
    console.log(JSON.stringify({ looks: [
      look({}),
      look({}, { meets: 'throwaway' }),
      look({ stock: { ...stock, texture: 'throwaway' } }),
      look({ finish: { ...finish, throwaway: { on: true, amount: 0.5 } } }),
    ] }));
  `);
  expect(new Set(looks).size).toBe(4);
}, 60_000);

test('the command line lists them, sets them and writes them', async () => {
  for (const [what, name] of [
    ['families', 'throwaway'],
    ['dots', 'ThrowAwayDot'],
    ['throwaway', 'twill'],
    ['marks', 'throwawaykite'],
    ['lattices', 'throwawaysheared'],
    ['pictures', 'throwaway'],
    ['bends', 'throwaway'],
    ['formats', 'csv'],
  ] as const) {
    expect((await chromatype('list', what)).out.split('\n')).toContain(name);
  }
  const { out: settings } = await chromatype('list', 'settings');
  for (const path of [
    'tone.throwAwayFog',
    'throwaway.weave',
    'throwaway.slack',
    'made.throwaway.squares',
    'marks.throwawaynotch',
    'stones.way',
    'finish.throwaway.amount',
  ]) {
    expect(settings).toContain(`${path}: `);
  }
  const made = ['plain', 'dot', 'fog', 'weave', 'kite', 'rows'].map((name) => `${name}.png`);
  const options = [[], ['--dots', 'ThrowAwayDot'], ['--set', 'tone.throwAwayFog=0.4'], ['--throwaway', 'twill']].concat(
    [
      ['--marks', 'throwawaykite'],
      ['--marks', 'circle', '--lattice', 'throwawaysheared'],
    ],
  );
  for (const [k, file] of made.entries()) {
    expect(await chromatype('screen', 'grey.png', file, '--lpi', '20', ...options[k]!)).toMatchObject({ code: 0 });
  }
  expect(new Set(made.map((file) => readFileSync(join(copy, file)).toString('base64'))).size).toBe(made.length);
  expect(await chromatype('screen', 'grey.png', 'list.csv')).toMatchObject({ code: 0 });
  expect(textOf('list.csv').length).toBeGreaterThan(2);
  const { code, out } = await chromatype('screen', 'grey.png', 'x.png', '--set', 'throwaway.slack=3');
  expect([code, out]).toEqual([2, expect.stringContaining('throwaway.slack must be a number from 0 to 1')]);
}, 120_000);

test('the docs tell of them', async () => {
  const { out } = await chromatype('reference');
  const told = [
    'ThrowAwayDot',
    'Throw-away weave',
    'Throw-away fog',
    'Throw-away list',
    'Throw-away checks',
    'Throw-away shear',
    'Throw-away blend',
    'Throw-away felt',
    'Throw-away stain',
    'throwawaynotch',
  ];
  for (const text of told) expect(out).toContain(text);
});

test('the interface has controls for them', async () => {
  const check = readFileSync(new URL('./additions/controls.check.ts', import.meta.url), 'utf8');
  put('web/test/additions.test.ts', check);
  const { code, out } = await run(
    process.execPath,
    [join(project, 'node_modules/.bin/jest'), '--selectProjects', 'web', '--config', 'jest.config.mjs'],
    { NODE_OPTIONS: '--experimental-vm-modules' },
  );
  expect([code, out]).toEqual([0, expect.stringContaining('5 passed')]);
}, 120_000);

test('an output without a writer and a family that cannot be compiled are refused by the compiler', async () => {
  const lacking = [
    ['core/src/outputs/throw-away-csv.ts', /\n {2}async write[\s\S]*?\n {2}\},/],
    ['core/src/screen/families/throw-away/family.ts', /\n {2}compile: [\s\S]*?\n {2}\},/],
  ] as const;
  for (const [file, without] of lacking) put(file, textOf(file).replace(without, ''));
  const { code, out } = await tool('tsc', '-b', 'core');
  expect(code).not.toBe(0);
  for (const [file] of lacking) expect(out).toContain(file);
  for (const name of ['write', 'compile']) expect(out).toContain(`'${name}' is missing`);
}, 120_000);

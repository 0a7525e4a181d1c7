import type { Addition } from './addition.ts';
import { MARK_ADDITIONS } from './throw-away-marks.ts';
import { STONE_ADDITIONS } from './throw-away-stones.ts';

/** A throw-away entry for each table that grows with the product. */
export const ADDITIONS: readonly Addition[] = [
  {
    file: 'core/src/screen/families/dots/shapes/throw-away-dot.ts',
    table: 'core/src/screen/families/dots/shapes/index.ts',
    behind: 'export const DOT_SHAPES: readonly DotShape[] = [',
    name: 'throwAwayDot',
    source: `import { type DotShape, OWN_CELL } from './dot.ts';

export const throwAwayDot: DotShape = {
  name: 'ThrowAwayDot',
  about: 'A dot for a test.',
  source: OWN_CELL,
  spot: (x, y) => 1 - Math.abs(x) - 0.5 * Math.abs(y),
};
`,
  },
  {
    file: 'core/src/screen/families/throw-away/family.ts',
    table: 'core/src/screen/families/index.ts',
    behind: 'export const FAMILIES = [',
    name: 'THROW_AWAY',
    source: `import { amount, choiceOf } from '../../../settings/params.ts';
import { createField } from '../../field/field.ts';
import { fieldScreen } from '../../field/field-screen.ts';
import { screenFamily } from '../family.ts';

const params = {
  weave: choiceOf('Weave', 'How threads cross.', [
    { name: 'plain', label: 'Plain', about: 'Over and under.' },
    { name: 'twill', label: 'Twill', about: 'Over two and under two.' },
  ]),
  slack: amount('Slack of threads', 'How far threads wander.', 0.25, 0, 1),
} as const;

export const THROW_AWAY = screenFamily({
  name: 'throwaway',
  label: 'Throw-away weave',
  about: 'A family for a test.',
  params,
  cells: 'weave',
  traits: () => ({
    lattice: true,
    cells: false,
    rows: false,
    centre: false,
    chance: false,
    turnsEvery: 90,
    order: 'any',
    sharesThreads: false,
  }),
  cellWidth: (_, pitch) => pitch,
  inputs: ({ own, pitch, width, height }) => ({ own, pitch, width, height }),
  compile: ({ own, pitch, width, height }, { draft }) => {
    const away = (v: number): number => Math.abs(2 * (v / pitch - Math.floor(v / pitch)) - 1);
    const skew = own.weave === 'twill' ? 0.5 : 0;
    const heights = (x: number, y: number): number => 1 - (2 * (away(x + skew * y) + own.slack * away(y))) / (1 + own.slack);
    return fieldScreen(createField(heights, { width, height }, true, draft), null);
  },
});
`,
  },
  {
    file: 'core/src/tone/steps/throw-away-step.ts',
    table: 'core/src/tone/steps/index.ts',
    behind: 'export const TONE_STEPS = [',
    name: 'throwAwayStep',
    source: `import { amount } from '../../settings/params.ts';
import { toneStep } from './step.ts';

export const throwAwayStep = toneStep({
  params: { throwAwayFog: amount('Throw-away fog', 'Adds an even tone.', 0, 0, 1) },
  make: ({ throwAwayFog: fog }) => (fog === 0 ? null : (tone) => tone + fog * (1 - tone)),
});
`,
  },
  {
    file: 'core/src/outputs/throw-away-csv.ts',
    table: 'core/src/outputs/index.ts',
    behind: 'export const OUTPUTS = [',
    name: 'throwAwayCsv',
    source: `import { output } from './output.ts';

export const throwAwayCsv = output({
  name: 'throwaway',
  label: 'Throw-away list',
  about: 'A list for a test.',
  ending: 'csv',
  type: 'text/csv',
  of: 'job',
  oneBit: false,
  fileName: 'list',
  async write({ passes }, sink) {
    sink.write(new TextEncoder().encode(passes.map((p) => p.name).join('\\n')));
  },
  estimate: ({ passes }) => 10 * passes.length,
});
`,
  },
  {
    file: 'core/src/picture/made/throw-away-checks.ts',
    table: 'core/src/picture/made/index.ts',
    behind: 'export const MADE_KINDS: readonly MadeKind[] = [',
    name: 'throwAwayChecks',
    source: `import { type SettingsOf, whole } from '../../settings/params.ts';
import type { MadeKind } from './kinds.ts';

const params = { squares: whole('Throw-away squares', 'How many squares lie side by side.', 4, 1, 50) } as const;

export const throwAwayChecks: MadeKind = {
  name: 'throwaway',
  label: 'Throw-away checks',
  about: 'A picture for a test.',
  params,
  painter: ({ squares }: SettingsOf<typeof params>) => (u, v, out) => {
    const dark = (Math.floor(u * squares) + Math.floor(v * squares)) % 2;
    out[0] = out[1] = out[2] = 0.35 + 0.3 * dark;
    out[3] = 1;
  },
};
`,
  },
  {
    file: 'core/src/bend/kinds/throw-away-shear.ts',
    table: 'core/src/bend/kinds/index.ts',
    behind: 'export const BEND_KINDS: readonly BendKind[] = [',
    name: 'throwAwayShear',
    source: `import { amount } from '../../settings/params.ts';
import { NO_DETAIL } from '../detail.ts';
import { bendKindOf } from '../kind.ts';

export const throwAwayShear = bendKindOf({
  name: 'throwaway',
  label: 'Throw-away shear',
  about: 'A bend for a test.',
  params: { slope: amount('Throw-away slope', 'Pixels across for each pixel down.', 0.3, -1, 1) },
  ready: ({ slope }) =>
    slope === 0
      ? null
      : {
          detail: NO_DETAIL,
          back(x, y, out) {
            out.x = x + slope * y;
            out.y = y;
          },
          forth: null,
        },
});
`,
  },
  {
    file: 'core/src/colour/blend/throw-away.ts',
    table: 'core/src/colour/blend/index.ts',
    behind: 'export const BLEND_MODES = [',
    name: 'throwAwayBlend',
    source: `import { blendMode } from './mode.ts';

export const throwAwayBlend = blendMode({
  name: 'throwaway',
  label: 'Throw-away blend',
  about: 'A blend mode for a test.',
  channel: (cb, cs) => (cb + 2 * cs) / 3,
});
`,
  },
  {
    file: 'core/src/stock/textures/throw-away.ts',
    table: 'core/src/stock/textures/index.ts',
    behind: 'export const TEXTURE_KINDS = [',
    name: 'throwAwayTexture',
    source: `import { greyLight, texture } from './kind.ts';

export const throwAwayTexture = texture({
  name: 'throwaway',
  label: 'Throw-away felt',
  about: 'A texture for a test.',
  rows: () => (y, out) => {
    for (let k = 0; k < out.length; k++) out[k]! += (k + y) % 2;
  },
  light: greyLight(0.5),
});
`,
  },
  {
    file: 'core/src/stock/finishes/throw-away.ts',
    table: 'core/src/stock/finishes/index.ts',
    behind: 'export const FINISH_KINDS = [',
    name: 'throwAwayFinish',
    source: `import { flag, share } from '../../settings/params.ts';
import { finish, mixedLight } from './kind.ts';

export const throwAwayFinish = finish({
  name: 'throwaway',
  label: 'Throw-away stain',
  about: 'A finish for a test.',
  params: {
    on: flag('Throw-away stain', 'Whether the print is stained.', false),
    amount: share('Throw-away amount', 'How strong the stain is.', 0.5, 0, 1),
  },
  layers: [
    {
      kind: 'map',
      name: 'stain',
      rest: 0,
      used: ({ amount }) => amount > 0,
      rows: () => (_, out) => void out.fill(200),
      light: ({ own }) => mixedLight(own.amount, [0, 0.2, 0]),
    },
  ],
});
`,
  },
  ...MARK_ADDITIONS,
  ...STONE_ADDITIONS,
];

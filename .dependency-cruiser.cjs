/** Folders of core from the ground up: each may import those of the lines above its own, and nothing else of core. */
const LAYERS = [
  ['math', 'kernel'],
  ['memory', 'settings'],
  ['colour'],
  ['raster'],
  ['bend'],
  ['repeat'],
  ['formats', 'stock', 'marks', 'lettering', 'chart'],
  ['stones'],
  ['picture', 'tone', 'ink'],
  ['screen', 'stencil'],
  ['separate', 'wear', 'motion'],
  ['document'],
  ['recipes'],
  ['print'],
  ['press', 'measure', 'tints', 'finishing'],
  ['scan'],
  ['unscreen', 'match', 'calibrate'],
  ['plates'],
  ['outputs'],
  ['batch'],
];

const downwards = LAYERS.flatMap((folders, layer) =>
  folders.map((folder) => {
    const below = [folder, ...LAYERS.slice(0, layer).flat()];
    return {
      name: `core-${folder}-imports-downwards`,
      severity: 'error',
      comment: `core/src/${folder} knows ${below.slice(1).join(', ') || 'no other folder'}.`,
      from: { path: `^core/src/${folder}/` },
      to: { path: '^core/src/', pathNot: `^core/src/(${below.join('|')})/` },
    };
  }),
);

/** Imports run one way: web → core, server → core, and inside core downwards. Core is pure. */
module.exports = {
  forbidden: [
    ...downwards,
    {
      name: 'core-has-known-folders',
      severity: 'error',
      comment: 'A new folder of core gets a place in LAYERS.',
      from: { path: '^core/src/[^/]+/', pathNot: `^core/src/(${LAYERS.flat().join('|')})/` },
      to: {},
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'The engine imports nothing of the server, the interface or the demo.',
      from: { path: '^core/src' },
      to: { path: '^(server|web|demo)/', pathNot: '^core/' },
    },
    {
      name: 'core-knows-no-node',
      severity: 'error',
      comment: 'The engine runs in browsers: it imports no module of Node.',
      from: { path: '^core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'server-and-web-apart',
      severity: 'error',
      from: { path: '^(server|web)/src' },
      to: { path: '^(server|web)/src', pathNot: '^$1/src' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      comment: 'Types count too.',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js'] },
  },
};

/** Imports run one way: web → core, server → core. Core is pure. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'The engine imports nothing of the server, the interface or Node.',
      from: { path: '^core/src' },
      to: { path: '^(server|web|demo)/', pathNot: '^core/' },
    },
    {
      name: 'core-knows-no-node',
      severity: 'error',
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
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js'] },
  },
};

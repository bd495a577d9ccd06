/** No circle in the interface, also inside a room, with imports of types counted. */
export default {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'What two files need of each other stands in a third one, or is given to one of them.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.svelte.ts', '.svelte', '.js'] },
  },
};

/**
 * What eslint does not hold: no file reaches itself again, by its types neither, within a room and across
 * rooms.
 */
export default {
  forbidden: [
    {
      name: 'no-circle',
      severity: 'error',
      comment: 'Two files that need one another are one thing, or want a third that both stand on.',
      from: {},
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/|\\.d\\.ts$' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      conditionNames: ['petrichor-source', 'types', 'import', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
};

/** A plan is worked out in this order; no folder reaches back into one that comes after it. */
const FLOW = [
  'facts',
  'ways',
  'finished',
  '(equipment|levels|supply)',
  'losses',
  'rules',
  'words',
  'compare',
];

/** One direction of dependency: web and server use core; core knows nothing of HTTP, SQL, React or the DOM. */
module.exports = {
  forbidden: [
    ...FLOW.slice(0, -1).map((folder, n) => ({
      name: `plan-flows-one-way-from-${folder.replace(/[^a-z]+/g, '-')}`,
      severity: 'error',
      from: { path: `^packages/core/src/plan/${folder}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^packages/core/src/plan/(${FLOW.slice(n + 1).join('|')}|work-out\\.ts)` },
    })),
    {
      name: 'core-stays-pure',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(packages/core/src|node_modules/(zod|papaparse|fflate|fft\\.js)/)' },
    },
    {
      name: 'web-and-server-apart',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: '^apps/server' },
    },
    {
      name: 'server-never-web',
      severity: 'error',
      from: { path: '^apps/server' },
      to: { path: '^apps/web' },
    },
    {
      name: 'truth-stays-in-the-simulation',
      comment: 'The estimators must not see how the simulated car makes its signals.',
      severity: 'error',
      from: {
        path: '^packages/core/src/(signal|summing|plan|harness|sound|behaviour|level|load|supply|library|wiring)',
        pathNot: '\\.test\\.ts$|^packages/core/src/plan/cases/',
      },
      to: { path: '^packages/core/src/carsim' },
    },
    {
      name: 'wiring-is-judged-by-itself',
      comment:
        'What is wired is simulated as it is; no rule and no plan tells the circuit what it should be.',
      severity: 'error',
      from: { path: '^packages/core/src/wiring', pathNot: '\\.test\\.ts$' },
      to: { path: '^packages/core/src/plan' },
    },
    {
      name: 'features-apart',
      comment: 'What two stages share is in ui/, api/ or core, under a name of the domain.',
      severity: 'error',
      from: { path: '^apps/web/src/features/([^/]+)/' },
      to: { path: '^apps/web/src/features/', pathNot: '^apps/web/src/features/$1/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      conditionNames: ['ulpen-src', 'import', 'default'],
      exportsFields: ['exports'],
    },
  },
};

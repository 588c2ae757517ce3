/** Scripts that somebody runs who has nothing: they install what is missing, and need no package before they have. */
export const ENTRIES = [
  'scripts/demo.mjs',
  'scripts/test.mjs',
  'scripts/test-near.mjs',
  'scripts/test-long.mjs',
  'scripts/shots.mjs',
  'scripts/screens.mjs',
  'scripts/seek.mjs',
  'scripts/bench-load.mjs',
  'scripts/bench-pages.mjs',
  'scripts/bench-recorder.mjs',
  'scripts/clean-clone.mjs',
  'scripts/cluster.mjs',
  'scripts/cluster-failover.mjs',
  'scripts/cluster-load.mjs',
  'scripts/cluster-upgrade.mjs',
  'scripts/licences.mjs',
  'scripts/with-packages.mjs'
];

import { keepBench, type KeptBench } from './kept';
import { keepPage } from './pages';

/** Keeps what it takes to open a bench again in this browser without the server, for good where the browser allows it. */
export async function keepHere(bench: KeptBench): Promise<void> {
  // Its name first: the page itself was kept as it was opened, and the network may be gone by now. A browser that keeps nothing is told of
  // at the bench itself.
  await keepBench(bench).catch(() => {});
  await navigator.storage?.persist?.().catch(() => false);
  await keepPage(`/jobs/${bench.job}/${bench.page ?? 'bench'}`);
}

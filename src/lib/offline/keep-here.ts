import { keepBench, type KeptBench } from './kept';
import { keepPage } from './pages';

/** Keeps what it takes to open a bench again in this browser without the server, for good where the browser allows it. */
export async function keepHere(bench: KeptBench): Promise<void> {
  await navigator.storage?.persist?.().catch(() => false);
  await keepPage(`/jobs/${bench.job}/bench`);
  // A browser that keeps nothing is told of at the bench itself.
  await keepBench(bench).catch(() => {});
}

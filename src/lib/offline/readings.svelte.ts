import { untrack } from 'svelte';
import type { Reading } from '$core/instruments';

/** Takes each reading once, from the moment one listens: an earlier one belongs to something else. */
export function eachReading(heard: () => Reading | undefined, take: (reading: Reading) => void): void {
  let last = untrack(heard);
  $effect(() => {
    const reading = heard();
    if (!reading || reading === last) return;
    last = reading;
    untrack(() => take(reading));
  });
}

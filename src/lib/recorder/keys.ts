import type { Chosen } from '$lib/ui/bench-keys';
import { isTyping } from '$lib/ui/typing';
import type { Tool } from './hand.svelte';

/** Letters that take a tool up. */
export const TOOL_KEYS: readonly { tool: Tool; key: string }[] = [
  { tool: 'look', key: 'v' },
  { tool: 'part', key: 'o' },
  { tool: 'screws', key: 's' },
  { tool: 'connector', key: 'p' },
  { tool: 'other', key: 'h' },
  { tool: 'off', key: 'x' },
  { tool: 'photo', key: 'c' },
  { tool: 'ask', key: 'q' }
];
type Act = { tool: Tool } | { do: 'undo' | 'redo' | 'next' | 'turn' };
const ACTS: Readonly<Record<string, Act>> = {
  u: { do: 'undo' },
  y: { do: 'redo' },
  n: { do: 'next' },
  t: { do: 'turn' },
  ...Object.fromEntries(TOOL_KEYS.map(({ tool, key }) => [key, { tool }]))
};

/**
 * What a key does at the recorder; undefined where it is none of its keys, or somebody is typing.
 * @param letters how letters work on this device, as it was chosen for the bench
 */
export function recorderKey(event: KeyboardEvent, letters: Chosen['letters']): Act | undefined {
  if (isTyping(event)) return undefined;
  const key = event.key.toLowerCase();
  if ((event.ctrlKey || event.metaKey) && key === 'z') return { do: event.shiftKey ? 'redo' : 'undo' };
  if (event.ctrlKey || event.metaKey || letters === 'off' || event.altKey !== (letters === 'alt')) return undefined;
  return ACTS[key];
}

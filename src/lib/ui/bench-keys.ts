/** What the bench's keys do. Digits go to the count. */
export const KEYS = {
  done: { keys: ['Enter', ' '], shown: 'Enter', means: 'Done (Space and most pedals too)' },
  undo: { keys: ['u'], shown: 'U', means: 'Take back the last fact' },
  notSo: { keys: ['n'], shown: 'N', means: 'Not so: something is not as expected' },
  fails: { keys: ['f'], shown: 'F', means: 'A test fails' },
  absent: { keys: ['x'], shown: 'X', means: 'A test does not apply here' },
  note: { keys: ['m'], shown: 'M', means: 'Write a note' },
  pause: { keys: ['p'], shown: 'P', means: 'Pause or go on' },
  ahead: { keys: ['ArrowRight'], shown: '→', means: 'Look ahead' },
  back: { keys: ['ArrowLeft'], shown: '←', means: 'Look back' },
  here: { keys: ['Escape'], shown: 'Esc', means: 'Back to the step in hand' },
  near: { keys: ['z'], shown: 'Z', means: 'Drawing: closer, or all of it' },
  help: { keys: ['?'], shown: '?', means: 'These keys' }
} as const;
export type Key = keyof typeof KEYS;

export function keyOf(event: KeyboardEvent): Key | undefined {
  if (event.ctrlKey || event.metaKey || event.altKey) return undefined;
  const pressed = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return (Object.keys(KEYS) as Key[]).find((key) => (KEYS[key].keys as readonly string[]).includes(pressed));
}

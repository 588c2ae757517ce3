import { enter, type Field } from './field';

/** A field with what was chosen in it, or a button with what stood on it. */
type Early = { field: Field; value: string; checked?: boolean } | { button: HTMLButtonElement; text: string };

declare global {
  interface Window {
    /** Kept by the page itself (app.html) until its programs are there. */
    doneEarly?: Early[];
  }
}

/**
 * Does what was chosen and pressed in a page before its programs had come: until then it had no effect, and a choice is put back as they
 * begin. A button is pressed once, however often that was tried, and where it still says the same. What is recorded is never done late:
 * by then the page may show another step.
 */
export function doWhatWasDoneEarly(): void {
  const early = window.doneEarly ?? [];
  window.doneEarly = undefined;
  const pressed = new Set<HTMLButtonElement>();
  for (const one of early) {
    if ('field' in one) choose(one.field, one.value, one.checked);
    else if (!pressed.has(one.button) && isAsItWas(one.button, one.text)) {
      pressed.add(one.button);
      one.button.click();
    }
  }
}

function choose(field: Field, value: string, checked?: boolean): void {
  if (!field.isConnected) return;
  enter(field, value, checked);
  for (const event of ['input', 'change']) field.dispatchEvent(new Event(event, { bubbles: true }));
}

const isAsItWas = (button: HTMLButtonElement, text: string): boolean =>
  button.isConnected && button.textContent === text && !button.closest('[data-ready]');

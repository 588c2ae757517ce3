/** Whether somebody is typing where a key was pressed: then its letters are theirs. */
export const isTyping = (event: KeyboardEvent): boolean =>
  (event.target as Element | null)?.closest(
    'input:not([type=checkbox]):not([type=radio]):not([type=range]), textarea, select'
  ) != null;

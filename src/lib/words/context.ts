import { createContext } from 'svelte';
import type { Translate } from './translator';

const [get, set] = createContext<Translate>();

/** Sets the language of all that stands within: once, where a page begins. */
export const setWords = set;
/** The words of the reader's language. Asked for as a component is made. */
export const useWords = get;

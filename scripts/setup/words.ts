import { afterEach, beforeEach, expect } from 'vitest';
import { onUnsaid } from '../../src/core/language/speak';

/** Whatever a test tells is told in words: what could only be told by its key is a fault, in whichever test it is told. */
const unsaid: string[] = [];
beforeEach(() => onUnsaid((key, why) => unsaid.push(`${key}: ${why}`)));
afterEach(() => expect(unsaid.splice(0)).toEqual([]));

import { dictionary } from '@zxcvbn-ts/language-common';
import { z } from 'zod';
import { fieldMessage } from '../http/form';

/** Long rather than strange: length is what keeps a password from being guessed. */
export const PASSWORD_LEAST = 10;

/** Passwords that are tried first wherever somebody tries, as far as they are long enough to be taken at all. */
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'].filter((p) => p.length >= PASSWORD_LEAST));

/** Known everywhere, or of too few different characters to be one. */
const isCommon = (password: string): boolean => {
  const plain = password.toLowerCase().trim();
  // Years and marks at the end make a common one no better.
  return COMMON.has(plain) || COMMON.has(plain.replace(/[^a-z]+$/, '')) || new Set(plain).size < 4;
};

export const Password = z
  .string()
  .min(PASSWORD_LEAST)
  .max(200)
  .refine((password) => !isCommon(password), fieldMessage('server.fieldCommonPassword'));

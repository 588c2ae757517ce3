import { z } from 'zod';

/** Long rather than strange: length is what keeps a password from being guessed. */
export const PASSWORD_LEAST = 10;
export const Password = z.string().min(PASSWORD_LEAST, `has at least ${PASSWORD_LEAST} characters`).max(200, 'has at most 200 characters');

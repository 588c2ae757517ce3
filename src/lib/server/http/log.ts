import { pino } from 'pino';
import { settings } from '../settings/environment';

/** One line of JSON each, to standard output. Passwords, cookies and tokens are never handed to it. */
export const log = pino({
  level: settings.logLevel,
  base: { pid: process.pid },
  formatters: { level: (label) => ({ level: label }) },
  timestamp: pino.stdTimeFunctions.isoTime
});

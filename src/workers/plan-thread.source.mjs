/** The planning thread from its source, where nothing was built: in development, in tests, and when the demo is set up. */
import { register } from 'tsx/esm/api';

register();
export default (await import('./plan-thread.ts')).default;

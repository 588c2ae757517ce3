/**
 * The screens that are measured: how each is called and where it is; for everybody where no roles are said.
 * @type {{ name: string, path: string, roles?: string[], isBench?: boolean }[]}
 */
export const SCREENS = [
  { name: 'jobs', path: '/jobs' },
  { name: 'closed jobs', path: '/jobs?closed=1' },
  { name: 'new job', path: '/jobs/new', roles: ['lead', 'technician'] },
  { name: 'intake', path: '/jobs/106/intake' },
  { name: 'intake, stopped', path: '/jobs/110/intake' },
  { name: 'diagnosis', path: '/jobs/109/fault' },
  { name: 'battery', path: '/jobs/111/cell' },
  { name: 'plan', path: '/jobs/103/plan' },
  { name: 'compare', path: '/jobs/105/compare' },
  { name: 'tray', path: '/jobs/103/tray' },
  { name: 'spares and quote', path: '/jobs/107/spares' },
  { name: 'quote, waiting', path: '/jobs/112/spares' },
  { name: 'bench', path: '/jobs/102/bench', isBench: true },
  { name: 'report', path: '/jobs/101/report' },
  { name: 'machines', path: '/machines' },
  { name: 'machine', path: '/machines/2' },
  { name: 'spares', path: '/spares' },
  { name: 'practice', path: '/practice' },
  { name: 'rehearsal', path: '/jobs/103/rehearse' },
  { name: 'who is ready', path: '/practice/ready', roles: ['lead'] },
  { name: 'people', path: '/people', roles: ['lead'] },
  { name: 'server', path: '/operations', roles: ['lead'] },
  { name: 'settings', path: '/settings' },
  { name: 'account', path: '/me' },
  { name: 'manual', path: '/help' },
  { name: 'offline', path: '/offline' },
  { name: 'not found', path: '/jobs/99999/plan' }
];

/**
 * CSS px. 640 and 320 are also a desk of 1280 px at 200 and 400 %.
 * @type {[width: number, height: number][]}
 */
export const WINDOWS = [
  [320, 640],
  [390, 844],
  [640, 800],
  [768, 1024],
  [1024, 768],
  [1280, 800],
  [1920, 1080]
];

/**
 * What is pressed at the bench is pressed with gloves, by touch on anything narrower than a desk.
 * @param {{ isBench?: boolean }} screen
 * @param {number} width
 */
export const leastTarget = ({ isBench }, width) => (isBench && width < 1024 ? 44 : 24);

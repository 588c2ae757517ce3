/** `npm test` tries a share of what could be tried, with the same seed each day; THOROUGH=1, and `npm run seek`, try all of it. */
export const THOROUGH = process.env.THOROUGH === '1';

/** How often a dear property is tried. */
export const runs = (all: number): number => (THOROUGH ? all : Math.ceil(all / 10));

import { type Said, say, wordsOf } from '../language';

const TOOLS: Readonly<Record<string, Said>> = wordsOf('tool', [
  'plastic-pick',
  'plastic-tweezers',
  'plastic-card',
  'plastic-spudger',
  'tray-pin',
  'fingers',
  'metal-blade'
]);

/** The drive that a driver of a plan is for: `PH0`; undefined for any other tool. */
export const driveOf = (tool: string): string | undefined => /^driver (.+)$/.exec(tool)?.[1];

/** A tool of a plan by its name: `plastic pick`, `driver PH0`; one that a plan has from elsewhere as it stands. */
export function toolName(tool: string): Said {
  const drive = driveOf(tool);
  if (drive !== undefined) return say('tool.driver', { drive });
  const key = tool.replaceAll(' ', '-');
  return Object.hasOwn(TOOLS, key) ? TOOLS[key]! : tool;
}

import { type MachineState, type Model } from '../machine';
import { haloInks } from './joint';
import type { Ink, InkKind } from './ink';
import { namesOf } from './names';
import { sceneOf, type Drawn } from './scene';
import { inSentence } from '../words';

/** Letters of names on paper. */
const LETTER_MM = 4.6;
const LINE = '#2b424c';
const FINE = '#7f98a1';
const NOW = '#b4370f';
/** Shades of depth on paper, the nearest first. */
const DEPTHS = ['#ffffff', '#eef4f5', '#dde9ec', '#cbdde1', '#b7cfd5', '#a3c0c8'];

/** How each kind of stroke looks on paper: presentation attributes alone, so that any program that reads SVG shows it alike. */
const PAPER: Record<InkKind, string> = {
  fine: `fill="none" stroke="${FINE}" stroke-width="0.4"`,
  trace: `fill="none" stroke="${FINE}" stroke-width="0.35"`,
  recess: `fill="#e3eaec" stroke="${FINE}" stroke-width="0.4"`,
  raised: `fill="#fbfdfd" stroke="${FINE}" stroke-width="0.4"`,
  chip: 'fill="#7b8d94"',
  can: `fill="#c3ced2" stroke="${FINE}" stroke-width="0.35"`,
  gold: 'fill="#a98a3a"',
  key: `fill="#fbfdfd" stroke="${FINE}" stroke-width="0.3"`,
  pipe: 'fill="none" stroke="#b9c6cb" stroke-linecap="round" stroke-linejoin="round"',
  head: `fill="#6b7f88" stroke="#12222a" stroke-width="0.35"`,
  drive: 'fill="none" stroke="#ffffff" stroke-width="0.5"',
  collar: `fill="none" stroke="#12222a" stroke-width="0.35"`,
  'cast-short': 'fill="none" stroke="#9fb0b7"',
  'cast-middle': 'fill="none" stroke="#5f7680"',
  'cast-long': 'fill="none" stroke="#12222a"',
  hole: `fill="#ffffff" stroke="${LINE}" stroke-width="0.4" stroke-dasharray="0.8 0.6"`,
  plug: `fill="${LINE}" stroke="#ffffff" stroke-width="0.3"`,
  snap: 'fill="#a98a3a" stroke="#12222a" stroke-width="0.3"',
  contact: 'fill="none" stroke="#ffffff" stroke-width="0.5"',
  motion: `fill="none" stroke="${LINE}" stroke-width="0.6" stroke-linecap="round" stroke-linejoin="round"`,
  seam: `fill="none" stroke="${FINE}" stroke-width="0.9" stroke-dasharray="3 2"`,
  chevron: `fill="none" stroke="${LINE}" stroke-width="0.7" stroke-linecap="round"`,
  start: `fill="${LINE}"`,
  tape: `fill="#e5d3a5" stroke="${FINE}" stroke-width="0.3"`,
  guide: `fill="none" stroke="${LINE}" stroke-width="0.8" stroke-linecap="round"`,
  bond: `fill="none" stroke="${FINE}" stroke-width="0.6"`,
  halo: `fill="${NOW}" fill-opacity="0.18" stroke="${NOW}" stroke-width="1.1"`
};

const path = (d: string, attributes: string) => `<path d="${d}" ${attributes}/>`;
const inked = ({ kind, d, widthMm }: Ink) =>
  path(d, `${PAPER[kind]}${widthMm === undefined ? '' : ` stroke-width="${widthMm}"`}`);
const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

export interface SvgOptions {
  /** The joint or part that is in hand. */
  nowJoint?: string;
  nowPart?: string;
  goals?: readonly string[];
  /** What lies nearer than this is left away, mm. */
  from?: number;
  /** For printing or for embedding; true scale unless given otherwise, mm. */
  widthMm?: number;
  heightMm?: number;
}

/** A zone of the machine in a state, as an SVG document of its own; one user unit is one millimetre. */
export function drawingSvg(model: Model, zone: string, state: MachineState, options: SvgOptions = {}): string {
  const { nowJoint, nowPart, goals = [], from = 0 } = options;
  const scene = sceneOf(model, zone, state, from);
  const face = model.zone(zone);
  const xs = scene.flatMap((s) => (s.what === 'part' ? [s.box.minX, s.box.maxX] : []));
  const ys = scene.flatMap((s) => (s.what === 'part' ? [s.box.minY, s.box.maxY] : []));
  const margin = 6;
  const [x, y] = [Math.min(0, ...xs) - margin, Math.min(0, ...ys) - margin];
  const [w, h] = [Math.max(1, ...xs) + margin - x, Math.max(1, ...ys) + margin - y];
  const names = namesOf(scene, new Set([...(nowPart ? [nowPart] : []), ...goals]), LETTER_MM);
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${options.widthMm ?? w}mm" height="${options.heightMm ?? h}mm" viewBox="${x} ${y} ${w} ${h}" font-family="sans-serif">
<title>${escaped(`${model.machine.maker} ${model.machine.model} ${model.machine.revision}, ${inSentence(face.name)}`)}</title>
${scene.map((item) => drawn(item, nowPart, nowJoint)).join('\n')}
${names.map(({ part, text, at }) => `<text x="${at[0]}" y="${at[1] + LETTER_MM / 3}" font-size="${LETTER_MM}" font-weight="bold" text-anchor="middle" fill="${part === nowPart ? NOW : '#12222a'}">${escaped(text)}</text>`).join('\n')}
</svg>
`;
}

function drawn(item: Drawn, nowPart?: string, nowJoint?: string): string {
  switch (item.what) {
    case 'part': {
      const isNow = item.part.id === nowPart;
      const body = path(
        item.d,
        `fill="${isNow ? '#fce6dc' : DEPTHS[item.band]}" fill-rule="evenodd" fill-opacity="${item.isThin ? 0.35 : 1}" stroke="${isNow ? NOW : LINE}" stroke-width="${isNow ? 1.6 : 0.5}"${item.isLeashed ? ' stroke-dasharray="2.4 1.4"' : ''}`
      );
      return `<g data-part="${item.part.id}">${body}${item.isThin ? '' : item.inks.map(inked).join('')}</g>`;
    }
    case 'cable': {
      const width = Math.max(1, item.cable.widthMm * (item.cable.form === 'flat' ? 0.8 : 1));
      const line = (stroke: string, w: number, more = '') =>
        path(item.d, `fill="none" stroke="${stroke}" stroke-width="${w}" stroke-linejoin="round"${more}`);
      return `<g data-part="${item.cable.part}">${line(LINE, width)}${line(item.cable.form === 'flat' ? '#f1ede2' : '#8a9ba2', Math.max(0.5, width - 0.6))}${item.under ? path(item.under, `fill="none" stroke="${LINE}" stroke-width="0.6" stroke-dasharray="2 1.6"`) : ''}</g>`;
    }
    case 'joint':
      if (item.joint.kind === 'adhesive' && item.joint.id !== nowJoint) return '';
      return `<g data-joint="${item.joint.id}">${item.joint.id === nowJoint ? haloInks(item.joint).map(inked).join('') : ''}${item.inks.map(inked).join('')}</g>`;
  }
}

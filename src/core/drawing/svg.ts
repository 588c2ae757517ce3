import type { MachineState, Model } from '../machine';
import type { Speak } from '../language';
import { drawingTitle, partName, zoneName } from '../words';
import type { Ink, InkKind } from './ink';
import { haloInks } from './joint';
import { namesOf } from './names';
import { pictureSvg, type Group, type Look, type Picture, type Shape } from './picture';
import { sceneOf, type Drawn } from './scene';

/** Letters of names on paper. */
const LETTER_MM = 4.6;
const LINE = '#2b424c';
const FINE = '#7f98a1';
const DARK = '#12222a';
const NOW = '#b4370f';
/** Shades of depth on paper, the nearest first. */
const DEPTHS = ['#ffffff', '#eef4f5', '#dde9ec', '#cbdde1', '#b7cfd5', '#a3c0c8'];

/** How each kind of stroke looks on paper. */
const PAPER: Record<InkKind, Look> = {
  fine: { stroke: FINE, strokeWidth: 0.4 },
  trace: { stroke: FINE, strokeWidth: 0.35 },
  recess: { fill: '#e3eaec', stroke: FINE, strokeWidth: 0.4 },
  raised: { fill: '#fbfdfd', stroke: FINE, strokeWidth: 0.4 },
  chip: { fill: '#7b8d94' },
  can: { fill: '#c3ced2', stroke: FINE, strokeWidth: 0.35 },
  gold: { fill: '#a98a3a' },
  key: { fill: '#fbfdfd', stroke: FINE, strokeWidth: 0.3 },
  pipe: { stroke: '#b9c6cb', roundEnds: true, roundJoins: true },
  head: { fill: '#6b7f88', stroke: DARK, strokeWidth: 0.35 },
  drive: { stroke: '#ffffff', strokeWidth: 0.5 },
  collar: { stroke: DARK, strokeWidth: 0.35 },
  'cast-short': { stroke: '#9fb0b7' },
  'cast-middle': { stroke: '#5f7680' },
  'cast-long': { stroke: DARK },
  hole: { fill: '#ffffff', stroke: LINE, strokeWidth: 0.4, dash: [0.8, 0.6] },
  plug: { fill: LINE, stroke: '#ffffff', strokeWidth: 0.3 },
  snap: { fill: '#a98a3a', stroke: DARK, strokeWidth: 0.3 },
  contact: { stroke: '#ffffff', strokeWidth: 0.5 },
  motion: { stroke: LINE, strokeWidth: 0.6, roundEnds: true, roundJoins: true },
  seam: { stroke: FINE, strokeWidth: 0.9, dash: [3, 2] },
  chevron: { stroke: LINE, strokeWidth: 0.7, roundEnds: true },
  start: { fill: LINE },
  tape: { fill: '#e5d3a5', stroke: FINE, strokeWidth: 0.3 },
  guide: { stroke: LINE, strokeWidth: 0.8, roundEnds: true },
  bond: { stroke: FINE, strokeWidth: 0.6 },
  halo: { fill: NOW, fillOpacity: 0.18, stroke: NOW, strokeWidth: 1.1 }
};

const inked = ({ kind, d, widthMm }: Ink): Shape => ({
  d,
  ...PAPER[kind],
  ...(widthMm === undefined ? {} : { strokeWidth: widthMm })
});

export interface PaperOptions {
  /** The joint or part that is in hand. */
  nowJoint?: string;
  nowPart?: string;
  goals?: readonly string[];
  /** What is drawn, where that is not all that there is to be seen. */
  scene?: readonly Drawn[];
  /** What lies nearer than this is left away, mm. */
  from?: number;
  /** Too small for letters. */
  withoutNames?: boolean;
  /** In whose language its names are. */
  speak: Speak;
}

export interface SvgOptions extends PaperOptions {
  /** For printing or for embedding; true scale unless given otherwise, mm. */
  widthMm?: number;
  heightMm?: number;
}

/** A zone of the machine in a state, as it looks on paper. */
export function drawingPicture(model: Model, zone: string, state: MachineState, options: PaperOptions): Picture {
  const { nowJoint, nowPart, goals = [], from = 0, withoutNames = false, speak } = options;
  const scene = options.scene ?? sceneOf(model, zone, state, from);
  const xs = scene.flatMap((s) => (s.what === 'part' ? [s.box.minX, s.box.maxX] : []));
  const ys = scene.flatMap((s) => (s.what === 'part' ? [s.box.minY, s.box.maxY] : []));
  const margin = 6;
  const [x, y] = [Math.min(0, ...xs) - margin, Math.min(0, ...ys) - margin];
  const names = withoutNames
    ? []
    : namesOf(scene, new Set([...(nowPart ? [nowPart] : []), ...goals]), LETTER_MM, (part) =>
        speak(partName(model, part.id))
      );
  return {
    title: speak(
      drawingTitle(`${model.machine.maker} ${model.machine.model} ${model.machine.revision}`, zoneName(model, zone))
    ),
    x,
    y,
    width: Math.max(1, ...xs) + margin - x,
    height: Math.max(1, ...ys) + margin - y,
    items: [
      ...scene.flatMap((item) => drawn(item, nowPart, nowJoint) ?? []),
      ...names.map(({ part, text, at }) => ({
        text,
        at: [at[0], at[1] + LETTER_MM / 3] as const,
        centred: true as const,
        size: LETTER_MM,
        bold: true as const,
        fill: part === nowPart ? NOW : DARK
      }))
    ]
  };
}

/** The same as an SVG document of its own. */
export const drawingSvg = (model: Model, zone: string, state: MachineState, options: SvgOptions): string =>
  pictureSvg(drawingPicture(model, zone, state, options), options);

function drawn(item: Drawn, nowPart?: string, nowJoint?: string): Group | undefined {
  switch (item.what) {
    case 'part': {
      const isNow = item.part.id === nowPart;
      const body: Shape = {
        d: item.d,
        fill: isNow ? '#fce6dc' : DEPTHS[item.band]!,
        evenOdd: true,
        fillOpacity: item.isThin ? 0.35 : 1,
        stroke: isNow ? NOW : LINE,
        strokeWidth: isNow ? 1.6 : 0.5,
        ...(item.isLeashed ? { dash: [2.4, 1.4] as const } : {})
      };
      return { part: item.part.id, shapes: [body, ...(item.isThin ? [] : item.inks.map(inked))] };
    }
    case 'cable': {
      const isFlat = item.cable.form === 'flat';
      const edge = item.cable.part === nowPart ? NOW : LINE;
      const width = Math.max(1, item.cable.widthMm * (isFlat ? 0.8 : 1));
      const line = (stroke: string, strokeWidth: number): Shape => ({
        d: item.d,
        stroke,
        strokeWidth,
        roundJoins: true
      });
      return {
        part: item.cable.part,
        shapes: [
          line(edge, width),
          line(isFlat ? '#f1ede2' : '#8a9ba2', Math.max(0.5, width - 0.6)),
          ...(item.under ? [{ d: item.under, stroke: edge, strokeWidth: 0.6, dash: [2, 1.6] as const }] : [])
        ]
      };
    }
    case 'joint': {
      const isNow = item.joint.id === nowJoint;
      if (item.joint.kind === 'adhesive' && !isNow) return undefined;
      const inks = [...(isNow ? haloInks(item.joint) : []), ...item.inks];
      return { joint: item.joint.id, shapes: inks.map(inked) };
    }
  }
}

import { pictureSvg, type Group, type Letters, type Picture } from '../drawing';
import { screwSide, type ScrewGroup, type Tray } from '../fasteners';
import type { Model } from '../machine';
import type { Speak } from '../language';
import { fileName, jointName, partName, sizeWords, TRAY } from '../words';

/** The bin that letters of the plain size are for, mm. */
const LEAST_BIN = { width: 43, height: 31 };
const BLACK = '#000000';

/** A tray sheet at true scale, mm; the sheets of a job stand one below the other. */
export function trayPicture(model: Model, tray: Tray, speak: Speak): Picture {
  const { machine } = model;
  const groups = new Map(machine.joints.flatMap((j) => (j.kind === 'screws' ? [[j.id, j] as const] : [])));
  const name = `${machine.maker} ${machine.model}`;
  const { x } = tray.scaleBar;
  return {
    title: speak(TRAY.title(name)),
    x: 0,
    y: 0,
    width: tray.sheet.widthMm,
    height: tray.sheet.heightMm * tray.sheets,
    items: [
      { text: name, at: [x, 16], size: 6, bold: true },
      { text: speak(TRAY.trueSize), at: [x, 22], size: 3.6 },
      ...tray.bins.flatMap((bin) => drawnBin(model, tray, bin, groups, speak)),
      ...Array.from({ length: tray.sheets }, (_, sheet) => scaleBar(tray, sheet, speak)).flat()
    ]
  };
}

/** The same as an SVG document of its own. */
export const traySvg = (model: Model, tray: Tray, speak: Speak): string => pictureSvg(trayPicture(model, tray, speak));

function scaleBar({ scaleBar: bar, sheet }: Tray, page: number, speak: Speak): (Group | Letters)[] {
  const y = page * sheet.heightMm + bar.y;
  const ticks = Array.from({ length: 11 }, (_, i) => `M${bar.x + i * 10} ${y - (i % 5 === 0 ? 3 : 1.5)}V${y}`).join('');
  return [
    { shapes: [{ d: `M${bar.x} ${y}H${bar.x + bar.lengthMm}${ticks}`, stroke: BLACK, strokeWidth: 0.3 }] },
    { text: speak(TRAY.ruler(bar.lengthMm)), at: [bar.x + bar.lengthMm + 3, y], size: 4 }
  ];
}

function drawnBin(
  model: Model,
  tray: Tray,
  bin: Tray['bins'][number],
  groups: ReadonlyMap<string, ScrewGroup>,
  speak: Speak
): (Group | Letters)[] {
  const { x, y, width, height } = bin;
  const apart = tray.apart.find((m) => m.screw === bin.joint);
  const room = width - 4;
  // Letters grow with the bin; a screw is as large as it is.
  const k = Math.min(1.7, width / LEAST_BIN.width, height / LEAST_BIN.height);
  const name = wrapped(speak(fileName(model.machine, bin.name)), room - 12, 2.9 * k, 3);
  const lines = (list: readonly string[], top: number, size: number, step: number): Letters[] =>
    list.map((text, i) => ({ text, at: [x + 2, y + top + i * step], size }));
  return [
    {
      shapes: [
        { d: box(x, y, width, height, 1.5), stroke: BLACK, strokeWidth: apart ? 0.7 : 0.3 },
        { d: screwSide(groups.get(bin.joint)!.screw).outline, moved: [x + width - 7, y + 8], fill: BLACK }
      ]
    },
    {
      text: speak(TRAY.bin(bin.number, bin.count, sizeWords(groups.get(bin.joint)!.screw))),
      at: [x + 2, y + 1.2 + 4.3 * k],
      size: 4 * k,
      bold: true
    },
    ...lines(name, 1.2 + 8.4 * k, 2.9 * k, 3.5 * k),
    ...(bin.part
      ? lines(
          wrapped(speak(TRAY.stay(partName(model, bin.part))), room - 12, 2.5 * k, 2),
          1.2 + (8.8 + name.length * 3.5) * k,
          2.5 * k,
          3 * k
        )
      : []),
    ...(apart
      ? lines(
          wrapped(speak(TRAY.notInto(jointName(model, groups.get(apart.hole)!))), room, 2.4 * k, 1),
          height - 1.6 * k,
          2.4 * k,
          0
        )
      : [])
  ];
}

function box(x: number, y: number, width: number, height: number, r: number): string {
  const corner = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  return `M${x + r} ${y}h${width - 2 * r}${corner(r, r)}v${height - 2 * r}${corner(-r, r)}h${2 * r - width}${corner(-r, -r)}v${2 * r - height}${corner(r, -r)}Z`;
}

/** Breadth of a letter to its height, on the safe side for any sans-serif that a printer may choose. */
const LETTER = 0.6;

/** Text in lines of a breadth, mm; what does not fit into so many is cut. */
function wrapped(text: string, breadth: number, size: number, lines: number): string[] {
  const most = Math.max(4, Math.floor(breadth / (size * LETTER)));
  const out: string[] = [];
  for (const word of text.split(' ')) {
    const last = out.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most) out[out.length - 1] = `${last} ${word}`;
    else out.push(word);
  }
  return (out.length <= lines ? out : [...out.slice(0, lines - 1), out.slice(lines - 1).join(' ')]).map((line) =>
    line.length > most ? `${line.slice(0, most - 1)}…` : line
  );
}

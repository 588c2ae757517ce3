import { type Model } from '../machine';
import { screwSide, type ScrewGroup, type Tray } from '../fasteners';
import { inSentence } from '../words';

/** A tray sheet as SVG at true scale: one user unit is one millimetre. */
export function traySvg(model: Model, tray: Tray): string {
  const { widthMm, heightMm } = tray.sheet;
  const height = heightMm * tray.sheets;
  const groups = new Map(model.machine.joints.flatMap((j) => (j.kind === 'screws' ? [[j.id, j] as const] : [])));
  const bar = tray.scaleBar;
  const sheets = Array.from({ length: tray.sheets }, (_, page) => {
    const y = page * heightMm + bar.y;
    const ticks = Array.from({ length: 11 }, (_, i) => `M${bar.x + i * 10} ${y - (i % 5 === 0 ? 3 : 1.5)}V${y}`).join(
      ''
    );
    return `<path d="M${bar.x} ${y}H${bar.x + bar.lengthMm}${ticks}" fill="none" stroke="#000" stroke-width="0.3"/><text x="${bar.x + bar.lengthMm + 3}" y="${y}" font-size="4">${bar.lengthMm} mm: check with a ruler</text>`;
  });
  const bins = tray.bins.map((bin) => {
    const group = groups.get(bin.joint)!;
    const apart = tray.apart.filter((m) => m.screw === bin.joint);
    const room = bin.width - 4;
    const name = wrapped(bin.name, room - 12, 2.9, 3);
    const lines = [
      `<text x="${bin.x + 2}" y="${bin.y + 5.5}" font-size="4" font-weight="bold">${bin.number}. ${bin.count} × ${escaped(bin.size)}</text>`,
      ...name.map(
        (line, i) => `<text x="${bin.x + 2}" y="${bin.y + 9.6 + i * 3.5}" font-size="2.9">${escaped(line)}</text>`
      ),
      ...(bin.part
        ? wrapped(`stay in the ${inSentence(model.part(bin.part).name)}`, room - 12, 2.5, 2).map(
            (line, i) =>
              `<text x="${bin.x + 2}" y="${bin.y + 10 + name.length * 3.5 + i * 3}" font-size="2.5">${escaped(line)}</text>`
          )
        : []),
      ...(apart[0]
        ? wrapped(`not into ${inSentence(groups.get(apart[0].hole)!.name)}`, room, 2.4, 1).map(
            (line) => `<text x="${bin.x + 2}" y="${bin.y + bin.height - 1.6}" font-size="2.4">${escaped(line)}</text>`
          )
        : [])
    ];
    return `<g><rect x="${bin.x}" y="${bin.y}" width="${bin.width}" height="${bin.height}" rx="1.5" fill="none" stroke="#000" stroke-width="${apart.length > 0 ? 0.7 : 0.3}"/>${lines.join('')}${screwPath(group, bin.x + bin.width - 7, bin.y + 8)}</g>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${height}mm" viewBox="0 0 ${widthMm} ${height}" font-family="sans-serif">
<title>${escaped(`${model.machine.maker} ${model.machine.model}: tray`)}</title>
<text x="${bar.x}" y="16" font-size="6" font-weight="bold">${escaped(`${model.machine.maker} ${model.machine.model}`)}</text>
<text x="${bar.x}" y="22" font-size="3.6">Print at 100 %. Screws are drawn at true size.</text>
${bins.join('\n')}
${sheets.join('\n')}
</svg>
`;
}

/** The silhouette of a screw from the side at true size. */
function screwPath({ screw }: ScrewGroup, x: number, y: number): string {
  return `<path transform="translate(${x} ${y})" d="${screwSide(screw).outline}" fill="#000"/>`;
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
const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

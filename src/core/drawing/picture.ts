/** How a shape is filled and drawn round, presentation alone: colours as `#rrggbb`, widths in mm. */
export interface Look {
  fill?: string;
  fillOpacity?: number;
  /** What lies within an odd number of outlines is filled. */
  evenOdd?: true;
  stroke?: string;
  strokeWidth?: number;
  dash?: readonly [line: number, gap: number];
  roundEnds?: true;
  roundJoins?: true;
}

/** An outline as the path data of SVG, mm. */
export interface Shape extends Look {
  d: string;
  /** Where its own 0 / 0 lies. */
  moved?: readonly [number, number];
}

export interface Letters {
  text: string;
  /** Left end of the line that they stand on, or its middle. */
  at: readonly [number, number];
  centred?: true;
  /** Height of the letters, mm. */
  size: number;
  bold?: true;
  fill?: string;
}

/** What belongs together, and to which part or joint. */
export interface Group {
  part?: string;
  joint?: string;
  shapes: readonly Shape[];
}

/** A picture in mm, the first item farthest from the eye. Whatever writes it, SVG or PDF, needs to know no more. */
export interface Picture {
  title: string;
  x: number;
  y: number;
  width: number;
  height: number;
  items: readonly (Group | Letters)[];
}

const escaped = (text: string) => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

function look(of: Look): string {
  const attributes: [string, string | number | undefined][] = [
    ['fill', of.fill ?? 'none'],
    ['fill-rule', of.evenOdd && 'evenodd'],
    ['fill-opacity', of.fillOpacity],
    ['stroke', of.stroke],
    ['stroke-width', of.strokeWidth],
    ['stroke-dasharray', of.dash?.join(' ')],
    ['stroke-linecap', of.roundEnds && 'round'],
    ['stroke-linejoin', of.roundJoins && 'round']
  ];
  return attributes.flatMap(([name, value]) => (value === undefined ? [] : [`${name}="${value}"`])).join(' ');
}

const shapeSvg = ({ d, moved, ...of }: Shape) =>
  `<path${moved ? ` transform="translate(${moved[0]} ${moved[1]})"` : ''} d="${d}" ${look(of)}/>`;

const lettersSvg = ({ text, at, centred, size, bold, fill }: Letters) =>
  `<text x="${at[0]}" y="${at[1]}" font-size="${size}"${bold ? ' font-weight="bold"' : ''}${centred ? ' text-anchor="middle"' : ''}${fill ? ` fill="${fill}"` : ''}>${escaped(text)}</text>`;

function groupSvg({ part, joint, shapes }: Group): string {
  const of = part !== undefined ? ` data-part="${part}"` : joint !== undefined ? ` data-joint="${joint}"` : '';
  return `<g${of}>${shapes.map(shapeSvg).join('')}</g>`;
}

/**
 * The picture as an SVG document of its own, with presentation attributes alone, so that any program that reads SVG shows it
 * alike; one user unit is one millimetre.
 * @param size of the document, mm; true scale unless given otherwise
 */
export function pictureSvg(picture: Picture, size: { widthMm?: number; heightMm?: number } = {}): string {
  const { title, x, y, width, height, items } = picture;
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${size.widthMm ?? width}mm" height="${size.heightMm ?? height}mm" viewBox="${x} ${y} ${width} ${height}" font-family="sans-serif">
<title>${escaped(title)}</title>
${items.map((item) => ('text' in item ? lettersSvg(item) : groupSvg(item))).join('\n')}
</svg>
`;
}

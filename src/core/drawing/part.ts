import type { Box, Part, PartKind } from '../machine';
import { circle, frameOf, line, mm, Pen, rectangle, turned, type Frame, type Ink } from './ink';

const range = (n: number) => Array.from({ length: Math.max(0, Math.floor(n)) }, (_, i) => i);

/** What makes a part look like what it is, drawn inside its outline. Kinds that are not here are their outline alone. */
export function partInks(part: Pick<Part, 'id' | 'kind'>, box: Box): Ink[] {
  const pen = new Pen();
  LOOKS[part.kind]?.(pen, frameOf(box), part);
  return pen.inks();
}

const LOOKS: Partial<Record<PartKind, (pen: Pen, frame: Frame, part: Pick<Part, 'id' | 'kind'>) => void>> = {
  fan(pen, { minY, w, h, cx }) {
    const r = Math.min(w, h) * 0.42;
    const cy = minY + h * 0.53;
    pen.draw('recess', circle(cx, cy, r));
    for (const i of range(19)) {
      const at = (x: number, y: number) =>
        turned([cx + x, cy + y], [cx, cy], (i * 360) / 19)
          .map(mm)
          .join(' ');
      pen.draw('fine', `M${at(0, -r * 0.36)}Q${at(r * 0.32, -r * 0.56)} ${at(r * 0.14, -r * 0.94)}`);
    }
    pen.draw('raised', circle(cx, cy, r * 0.36)).draw('fine', circle(cx, cy, r * 0.1));
  },
  'heat-sink'(pen, { minX, minY, maxX, w, h, cy }) {
    // Fins at the far left, the plate where it sits on its die, the pipe between them.
    for (const i of range(Math.min(24, (w * 0.45) / 2.2)))
      pen.draw('fine', `M${mm(minX + 2 + i * 2.2)} ${mm(minY + 1.5)}v${mm(Math.min(7, h * 0.3))}`);
    const plate = Math.min(24, h * 0.6);
    pen.draw(
      'pipe',
      line([
        [minX + w * 0.35, minY + h * 0.16],
        [maxX - 10 - plate, cy],
        [maxX - 14, cy]
      ]),
      Math.min(5, h * 0.14)
    );
    pen.draw('recess', rectangle(maxX - 10 - plate, cy - plate / 2, plate, plate, 1.5));
  },
  memory(pen, { minX, minY, maxY, w, h }, part) {
    for (const i of range(4))
      pen.draw('chip', rectangle(minX + 5 + (i * (w - 10)) / 4, minY + h * 0.22, (w - 10) / 4 - 2.4, h * 0.5, 0.6));
    const edge = part.id.endsWith('a') ? maxY - 2.2 : minY + 0.8;
    for (const i of range(26)) pen.draw('gold', rectangle(minX + 3 + i * ((w - 6) / 26), edge, 1.3, 1.4));
  },
  storage: stick,
  card: stick,
  battery(pen, { minX, minY, w, h }) {
    const cells = w > h ? 3 : 2;
    for (const i of range(cells))
      pen.draw('raised', rectangle(minX + 8 + (i * (w - 16)) / cells, minY + 9, (w - 16) / cells - 3, h - 17, 3));
    pen.draw('fine', `M${mm(minX + 3)} ${mm(minY + 4.5)}h${mm(w - 6)}`);
  },
  board(pen, { minX, minY, maxX, maxY, w, h }) {
    const side = Math.min(26, w * 0.25, h * 0.4);
    pen.draw('chip', rectangle(minX + w * 0.28, minY + h * 0.2, side, side, 1));
    for (const i of range(Math.min(6, (w * 0.72 - 8) / 7)))
      pen.draw(
        'trace',
        `M${mm(minX + w * 0.24 + i * 7)} ${mm(maxY - h * 0.3)}v${mm((8 + (i % 3) * 4) * Math.min(1, h / 60))}h${6 + (i % 2) * 8}`
      );
    for (const i of range(Math.min(5, (h - 14) / 6))) pen.draw('chip', rectangle(minX + 6, minY + 12 + i * 6, 5, 2.4));
    for (const i of range(Math.min(2, h / 30))) pen.draw('can', rectangle(maxX - 9, minY + h * 0.36 + i * 15, 9, 9, 2));
  },
  'small-board'(pen, { minX, minY, w, h, cx, cy }) {
    pen.draw('trace', `M${mm(minX + w * 0.2)} ${mm(minY + h * 0.3)}h${mm(w * 0.4)}v${mm(h * 0.3)}h${mm(w * 0.2)}`);
    const can = Math.min(13, w * 0.4, h * 0.3);
    if (w > 30 && h > 20)
      for (const i of range(2)) pen.draw('can', rectangle(minX, minY + h * 0.12 + i * can * 1.4, can, can, 1));
    else pen.draw('chip', rectangle(cx - w * 0.15, cy - h * 0.18, w * 0.3, h * 0.36, 1));
  },
  processor(pen, { minX, minY, w, h, cx, cy }) {
    pen
      .draw('can', rectangle(cx - w * 0.28, cy - h * 0.28, w * 0.56, h * 0.56, 1))
      .draw('gold', `M${mm(minX + 1.5)} ${mm(minY + 1.5)}h3l-3 3Z`);
  },
  keyboard(pen, frame) {
    for (const key of keys(frame)) pen.draw('key', key);
  },
  speaker(pen, { minX, minY, w, h }) {
    const wide = w >= h;
    const [a, b] = wide ? [w * 0.14, h * 0.2] : [w * 0.2, h * 0.14];
    pen.draw('recess', rectangle(minX + a, minY + b, w - 2 * a, h - 2 * b, Math.min(w, h) / 2));
    for (const i of range(4)) {
      if (wide) pen.draw('fine', `M${mm(minX + w * (0.35 + i * 0.1))} ${mm(minY + h * 0.35)}v${mm(h * 0.3)}`);
      else pen.draw('fine', `M${mm(minX + w * 0.35)} ${mm(minY + h * (0.35 + i * 0.1))}h${mm(w * 0.3)}`);
    }
  },
  microphone(pen, { cx, cy, w, h }) {
    pen.draw('can', circle(cx, cy, Math.min(w, h) * 0.3)).draw('recess', circle(cx, cy, Math.min(w, h) * 0.1));
  },
  'coin-cell'(pen, { w, h, cx, cy }) {
    pen.draw('can', circle(cx, cy, Math.min(w, h) * 0.36)).draw('fine', `M${mm(cx - 1.6)} ${mm(cy)}h3.2m-1.6 -1.6v3.2`);
  },
  touchpad(pen, { minX, minY, maxY, w, h, cx }) {
    pen
      .draw('fine', rectangle(minX + 3, minY + 3, w - 6, h - 6, 2))
      .draw(
        'fine',
        `M${mm(minX + 3)} ${mm(maxY - h * 0.22)}h${mm(w - 6)}M${mm(cx)} ${mm(maxY - h * 0.22)}v${mm(h * 0.22 - 3)}`
      );
  },
  shield(pen, { minX, minY, w, h }) {
    pen.draw('fine', rectangle(minX + 2.5, minY + 2.5, w - 5, h - 5, 1.5));
    if (h > 9)
      for (const i of range(w / 12))
        pen.draw('recess', rectangle(minX + 6 + i * 12, minY + 4.5, Math.min(6, w - 12), 1.6, 0.8));
  },
  bracket(pen, { minX, minY, w, h }) {
    pen.draw('fine', rectangle(minX + 1.6, minY + 1.6, w - 3.2, h - 3.2, 1));
  },
  hinge(pen, { minX, minY, w, h }) {
    const barrel = Math.min(3.4, h * 0.4);
    pen
      .draw('can', rectangle(minX + 1.5, minY + 0.6, w - 3, barrel, barrel / 2))
      .draw(
        'fine',
        `M${mm(minX + w * 0.33)} ${mm(minY + 0.6)}v${mm(barrel)}M${mm(minX + w * 0.66)} ${mm(minY + 0.6)}v${mm(barrel)}`
      );
  },
  jack(pen, { maxX, cy, w, h }) {
    pen.draw('recess', rectangle(maxX - Math.min(10, w), cy - Math.min(4, h / 2), Math.min(10, w), Math.min(8, h), 4));
  },
  reader(pen, { minX, minY, w, h }) {
    for (const i of range(Math.min(4, (h - 8) / 8)))
      pen.draw('recess', rectangle(minX + w * 0.2, minY + 8 + i * 8, w * 0.6, 3, 1));
  },
  panel(pen, { minX, minY, w, h }) {
    pen.draw('recess', rectangle(minX + 5, minY + 5, w - 10, h - 12)).draw(
      'fine',
      line([
        [minX + w * 0.12, minY + h * 0.72],
        [minX + w * 0.5, minY + h * 0.12]
      ])
    );
  },
  camera(pen, { w, h, cx, cy }) {
    pen.draw('can', circle(cx, cy, Math.min(w, h) * 0.34)).draw('recess', circle(cx, cy, Math.min(w, h) * 0.14));
  },
  tray(pen, { minX, minY, w, h }) {
    pen.draw('fine', rectangle(minX + 2, minY + 2, w * 0.55, Math.max(0.2, h - 4), 0.6));
  },
  foot(pen, { minX, minY, w, h }) {
    pen.draw('fine', rectangle(minX + 1, minY + 1, w - 2, h - 2, Math.min(w, h) / 2));
  },
  cover(pen, { minX, minY, w, h }) {
    pen.draw(
      'fine',
      rectangle(
        minX + Math.min(6, w * 0.1),
        minY + Math.min(6, h * 0.1),
        w - 2 * Math.min(6, w * 0.1),
        h - 2 * Math.min(6, h * 0.1),
        6
      )
    );
  }
};

/** A card or a drive on one: chips along it, contacts at its end; one in a case has its lid and its label. */
function stick(pen: Pen, { minX, minY, maxY, w, h }: Frame): void {
  if (w >= h) {
    for (const i of range(3))
      pen.draw('chip', rectangle(minX + 9 + (i * (w - 16)) / 3, minY + 4, (w - 16) / 3 - 3, h - 8, 0.6));
    for (const i of range(9)) pen.draw('gold', rectangle(minX + 0.4, minY + 2.2 + i * ((h - 5) / 9), 2.4, 1));
    return;
  }
  pen
    .draw('can', rectangle(minX + 3, minY + 8, w - 6, h - 15, 0.8))
    .draw('fine', `M${mm(minX + 5)} ${mm(minY + 11)}h${mm(w * 0.4)}`);
  for (const i of range(9)) pen.draw('gold', rectangle(minX + 2.2 + i * ((w - 5) / 9), maxY - 2.6, 1, 2.2));
}

/** Rows of keys from the far edge, each key by its width in key units; every row is fifteen units long. */
const KEY_ROWS: { height: number; keys: number[] }[] = [
  { height: 0.6, keys: Array(15).fill(1) },
  { height: 1, keys: [...Array(13).fill(1), 2] },
  { height: 1, keys: [1.5, ...Array(12).fill(1), 1.5] },
  { height: 1, keys: [1.75, ...Array(11).fill(1), 2.25] },
  { height: 1, keys: [2.25, ...Array(10).fill(1), 2.75] },
  { height: 1, keys: [1, 1, 1, 1, 5.5, 1, 1, 1, 1.25, 1.25] }
];

function keys({ minX, minY, w, h }: Frame): string[] {
  const unit = (w - 8) / 15;
  const rise = (h - 8) / KEY_ROWS.reduce((sum, r) => sum + r.height, 0);
  let y = minY + 4;
  return KEY_ROWS.flatMap(({ height, keys: row }) => {
    let x = minX + 4;
    const drawn = row.map((k) => {
      const key = rectangle(x, y, k * unit - 1.8, height * rise - 1.8, 1.2);
      x += k * unit;
      return key;
    });
    y += height * rise;
    return drawn;
  });
}

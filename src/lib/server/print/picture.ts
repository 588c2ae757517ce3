import type PDFDocument from 'pdfkit';
import type { Letters, Picture, Shape } from '$core/drawing';

type Doc = InstanceType<typeof PDFDocument>;

/**
 * Draws a picture on the page.
 * @param at the page's place of the picture's upper left corner, points
 * @param scale points for a millimetre of the picture
 */
export function drawPicture(doc: Doc, picture: Picture, at: readonly [number, number], scale: number): void {
  const [x, y] = [doc.x, doc.y];
  doc.save();
  doc.translate(at[0], at[1]).scale(scale).translate(-picture.x, -picture.y);
  for (const item of picture.items) {
    if ('text' in item) write(doc, item);
    else for (const shape of item.shapes) draw(doc, shape);
  }
  doc.restore();
  // Text moves the place at which the page goes on.
  doc.x = x;
  doc.y = y;
}

function draw(doc: Doc, shape: Shape): void {
  const { d, moved, fill, stroke, evenOdd, dash } = shape;
  doc.save();
  if (moved) doc.translate(moved[0], moved[1]);
  doc.lineWidth(shape.strokeWidth ?? 1);
  doc.lineCap(shape.roundEnds ? 'round' : 'butt').lineJoin(shape.roundJoins ? 'round' : 'miter');
  if (dash) doc.dash(dash[0], { space: dash[1] });
  doc.fillOpacity(shape.fillOpacity ?? 1);
  doc.path(d);
  const rule = evenOdd ? 'even-odd' : 'non-zero';
  if (fill !== undefined && stroke !== undefined) doc.fillAndStroke(fill, stroke, rule);
  else if (fill !== undefined) doc.fill(fill, rule);
  else if (stroke !== undefined) doc.stroke(stroke);
  doc.restore();
}

function write(doc: Doc, { text, at, centred, size, bold, fill }: Letters): void {
  doc
    .font(bold ? 'bold' : 'plain')
    .fontSize(size)
    .fillColor(fill ?? '#000000');
  const left = centred ? at[0] - doc.widthOfString(text) / 2 : at[0];
  doc.text(text, left, at[1], { lineBreak: false, baseline: 'alphabetic' });
}

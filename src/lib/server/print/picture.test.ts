import PDFDocument from 'pdfkit';
import { expect, it } from 'vitest';
import { pictureSvg, type Picture } from '$core/drawing';
import { drawPicture } from './picture';

const picture: Picture = {
  title: 'A <part>',
  x: -5,
  y: 10,
  width: 50,
  height: 30,
  items: [
    {
      part: 'fan',
      shapes: [
        { d: 'M0 12h20v10h-20Z', fill: '#ff0000', evenOdd: true, fillOpacity: 0.35 },
        { d: 'M0 12L9 9', stroke: '#00ff00', strokeWidth: 0.7, dash: [3, 2], roundEnds: true },
        { d: 'M0 0h1v1Z', moved: [7, 8], fill: '#0000ff', stroke: '#000000' }
      ]
    },
    { text: 'Fan & <guard>', at: [10, 20], size: 4, bold: true, centred: true, fill: '#12222a' }
  ]
};

/** What the page is told, as it stands in the file. */
async function page(draw: (doc: InstanceType<typeof PDFDocument>) => void): Promise<string> {
  const doc = new PDFDocument({ compress: false });
  doc.registerFont('plain', 'Helvetica').registerFont('bold', 'Helvetica-Bold').font('plain');
  const chunks: Buffer[] = [];
  const ended = new Promise((done) => doc.on('end', done));
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  draw(doc);
  doc.end();
  await ended;
  return Buffer.concat(chunks).toString('latin1');
}

it('a page has the shapes of a picture at its place and scale, and goes on where it was', async () => {
  let went: [number, number] | undefined;
  const text = await page((doc) => {
    const before = [doc.x, doc.y];
    drawPicture(doc, picture, [100, 200], 2);
    went = [doc.x - before[0]!, doc.y - before[1]!];
  });
  expect(went).toEqual([0, 0]);
  for (const told of [
    '1 0 0 1 100 200 cm',
    '2 0 0 2 0 0 cm',
    '1 0 0 1 5 -10 cm',
    '1 0 0 1 7 8 cm',
    'f*',
    '[3 2] 0 d',
    '1 J',
    '0.7 w',
    'B\n',
    '1 0 0 rg',
    '0 1 0 RG'
  ])
    expect(text.includes(told) || text.includes(told.replace(' rg', ' scn').replace(' RG', ' SCN')), told).toBe(true);
  expect(text).toContain('/ca 0.35');
  expect(text.match(/Tf/g)).toHaveLength(1);
});

it('the same picture as SVG has the same shapes, and nothing of its text acts in it', () => {
  const svg = pictureSvg(picture);
  expect(svg).toContain('viewBox="-5 10 50 30"');
  expect(svg).toContain(
    '<g data-part="fan"><path d="M0 12h20v10h-20Z" fill="#ff0000" fill-rule="evenodd" fill-opacity="0.35"/>'
  );
  expect(svg).toContain('stroke-dasharray="3 2" stroke-linecap="round"');
  expect(svg).toContain('transform="translate(7 8)"');
  expect(svg).toContain('Fan &#38; &#60;guard&#62;');
  expect(svg).toContain('<title>A &#60;part&#62;</title>');
});

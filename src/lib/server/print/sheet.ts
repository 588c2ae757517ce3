import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import type { Picture } from '$core/drawing';
import type { Language } from '$core/language';
import type { Translate } from '$lib/words';
import { drawPicture } from './picture';

/** Points of a PDF page per millimetre. */
export const PT = 72 / 25.4;
/** mm. */
const A4 = { width: 210, height: 297 };
const MARGIN = { side: 14, top: 14, foot: 20 };

/** More letters than this have no room beside their name. */
const LONG = 140;

/** Ink on white, whatever the theme of a screen. */
export const INK = { black: '#12222a', soft: '#435a65', rule: '#a9bac0', wash: '#eef3f4', now: '#b4370f' } as const;

const { resolve } = createRequire(import.meta.url);
/** Letters of most alphabets, in the file: what a customer is called is printed whatever its letters. */
const FONTS = {
  plain: resolve('dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf'),
  bold: resolve('dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf')
};

type Doc = InstanceType<typeof PDFDocument>;
type Tag = ReturnType<Doc['struct']>;

export interface Look {
  size?: number;
  bold?: boolean;
  colour?: string;
}

export interface Column {
  title: string;
  /** Share of the breadth. */
  share: number;
  isRight?: boolean;
}
/** What stands in a column; bold where nobody should pass over it. */
export type Cell = string | { text: string; bad: boolean };

interface Options {
  title: string;
  language: Language;
  /** Its measures are true: viewers are told to print it as large as it is. */
  isTrueSize?: boolean;
  /** mm; A4 unless given otherwise. */
  size?: { width: number; height: number };
}

/**
 * A document of pages that are read by eye and, by its tags, by ear: headings, sentences, lists, tables and figures in the order in which
 * they are written. Lengths are points.
 */
export class Sheet {
  readonly doc: Doc;
  readonly left: number;
  readonly width: number;
  /** Where the foot begins. */
  readonly bottom: number;
  readonly bytes: Promise<Buffer<ArrayBuffer>>;
  private readonly root: Tag;
  private readonly heightMm: number;

  constructor({ title, language, isTrueSize = false, size = A4 }: Options) {
    const isPage = size === A4;
    const side = isPage ? MARGIN.side * PT : 0;
    this.doc = new PDFDocument({
      size: isPage ? 'A4' : [size.width * PT, size.height * PT],
      margins: { left: side, right: side, top: isPage ? MARGIN.top * PT : 0, bottom: isPage ? MARGIN.top * PT : 0 },
      bufferPages: true,
      pdfVersion: '1.7',
      tagged: true,
      lang: language,
      displayTitle: true,
      info: { Title: title, Producer: 'Eager Wrench', Creator: 'Eager Wrench' }
    });
    if (isTrueSize) viewerPreferences(this.doc).PrintScaling = 'None';
    this.left = side;
    this.width = size.width * PT - 2 * side;
    this.heightMm = size.height;
    this.bottom = (size.height - (isPage ? MARGIN.foot : 0)) * PT;
    this.doc.registerFont('plain', FONTS.plain).registerFont('bold', FONTS.bold).font('plain');
    this.bytes = new Promise((done, failed) => {
      const chunks: Buffer[] = [];
      this.doc.on('data', (chunk: Buffer) => chunks.push(chunk));
      this.doc.on('end', () => done(Buffer.concat(chunks)));
      this.doc.on('error', failed);
    });
    this.root = this.doc.struct('Document');
    this.doc.addStructure(this.root);
  }

  /** Begins a new page when so much does not fit any more. @returns whether it did */
  need(height: number): boolean {
    if (this.doc.y + height <= this.bottom) return false;
    this.doc.addPage();
    return true;
  }

  gap(height: number): void {
    this.doc.y += height;
  }

  /** What is drawn within is read as this; what it is part of is the document unless given otherwise. */
  tagged(
    type: string,
    draw: () => void,
    within: Tag = this.root,
    options: { alt?: string; scope?: string } = {}
  ): void {
    within.add(this.doc.struct(type, options as object, [draw]));
  }
  /** A part of the document that others are added to; ended by its caller. */
  part(type: string, within: Tag = this.root): Tag {
    const part = this.doc.struct(type);
    within.add(part);
    return part;
  }
  /** What is drawn now is read as part of something that is put together later, in another order. */
  kept(type: string, draw: () => void): Tag {
    const content = this.doc.markStructureContent(type);
    draw();
    this.doc.endMarkedContent();
    return this.doc.struct(type, {}, [content]);
  }
  /** What is read by the eye alone. */
  ornament(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' });
    draw();
    this.doc.endMarkedContent();
  }

  look({ size = 10, bold = false, colour = INK.black }: Look): Doc {
    return this.doc
      .font(bold ? 'bold' : 'plain')
      .fontSize(size)
      .fillColor(colour);
  }
  heightOf(text: string, look: Look, width = this.width): number {
    return this.look(look).heightOfString(text, { width });
  }
  /** Text at a place, without moving on. */
  at(text: string, x: number, y: number, width: number, look: Look = {}, align: 'left' | 'right' = 'left'): void {
    const { x: wasX, y: wasY } = this.doc;
    this.look(look).text(text, x, y, { width, align });
    this.doc.x = wasX;
    this.doc.y = wasY;
  }

  heading(level: 1 | 2, text: string): void {
    const look = level === 1 ? { size: 17, bold: true } : { size: 12, bold: true };
    if (level === 2) {
      // A heading does not stand alone at the end of a page.
      if (!this.need(40)) this.gap(9);
    }
    this.tagged(`H${level}`, () => this.look(look).text(text, this.left, this.doc.y, { width: this.width }));
    this.gap(3);
  }

  paragraph(text: string, look: Look = {}, indent = 0): void {
    const width = this.width - indent;
    // What is longer than a page begins where it is, and goes on by itself.
    this.need(Math.min(60, this.heightOf(text, look, width)));
    this.tagged('P', () => this.look(look).text(text, this.left + indent, this.doc.y, { width }));
    this.gap(2);
  }

  /** Names with what they are, two pairs to a line; what is long follows with the whole breadth, over as many pages as it needs. */
  facts(pairs: readonly (readonly [name: string, is: string])[]): void {
    const half = this.width / 2;
    const name = 78;
    const isLong = ([, is]: readonly [string, string]) => is.length > LONG;
    const short = pairs.filter((pair) => !isLong(pair));
    for (let i = 0; i < short.length; i += 2) {
      const row = short.slice(i, i + 2);
      const height = Math.max(...row.map(([, is]) => this.heightOf(is, {}, half - name - 8)));
      this.need(height);
      const y = this.doc.y;
      row.forEach(([called, is], k) =>
        this.tagged('P', () => {
          const x = this.left + k * half;
          this.at(called, x, y + 1, name, { size: 8.5, colour: INK.soft });
          this.at(is, x + name, y, half - name - 8);
        })
      );
      this.doc.y = y + height + 2.5;
    }
    for (const [called, is] of pairs.filter(isLong)) this.paragraph(`${called}: ${is}`);
  }

  /** Lines to be ticked. */
  list(items: readonly string[]): void {
    const list = this.part('L');
    const look: Look = { size: 9.5 };
    for (const text of items) {
      const width = this.width - 14;
      const height = this.heightOf(text, look, width);
      this.need(height + 2);
      const y = this.doc.y;
      const item = this.part('LI', list);
      this.tagged(
        'LBody',
        () => {
          this.box(this.left, y);
          this.at(text, this.left + 14, y, width, look);
        },
        item
      );
      item.end();
      this.doc.y = y + height + 2.5;
    }
    list.end();
  }
  /** A box to be ticked, before a line. */
  box(x: number, y: number): void {
    this.doc
      .rect(x, y + 1.5, 7.5, 7.5)
      .lineWidth(0.6)
      .stroke(INK.black);
  }

  table(columns: readonly Column[], rows: readonly (readonly Cell[])[], size = 9): void {
    const table = this.part('Table');
    const widths = columns.map((c) => c.share * this.width);
    const row = (cells: readonly Cell[], type: 'TH' | 'TD') => {
      const look = (cell: Cell): Look => ({
        size,
        bold: type === 'TH' || (typeof cell === 'object' && cell.bad),
        colour: type === 'TH' ? INK.soft : typeof cell === 'object' && cell.bad ? INK.now : INK.black
      });
      const text = (cell: Cell) => (typeof cell === 'object' ? cell.text : cell);
      const height = Math.max(...cells.map((c, i) => this.heightOf(text(c), look(c), widths[i]! - 6)));
      // The columns are named again at the head of each page.
      if (this.need(height + 5) && type === 'TD')
        row(
          columns.map((c) => c.title),
          'TH'
        );
      const y = this.doc.y;
      const tag = this.part('TR', table);
      let x = this.left;
      cells.forEach((cell, i) => {
        const at = x;
        this.tagged(
          type,
          () => this.at(text(cell), at, y + 2, widths[i]! - 6, look(cell), columns[i]!.isRight ? 'right' : 'left'),
          tag,
          type === 'TH' ? { scope: 'Column' } : {}
        );
        x += widths[i]!;
      });
      tag.end();
      this.doc.y = y + height + 5;
      this.rule(type === 'TH' ? INK.soft : INK.rule);
    };
    row(
      columns.map((c) => c.title),
      'TH'
    );
    for (const cells of rows) row(cells, 'TD');
    table.end();
  }

  /** A line across the page. */
  rule(colour: string = INK.rule): void {
    const { y } = this.doc;
    this.ornament(() =>
      this.doc
        .moveTo(this.left, y)
        .lineTo(this.left + this.width, y)
        .lineWidth(0.5)
        .stroke(colour)
    );
  }

  /** A picture in the middle of a place, as large as it can be there. */
  picture(picture: Picture, x: number, y: number, width: number, height: number): void {
    const scale = Math.min(width / picture.width, height / picture.height);
    const at = [x + (width - scale * picture.width) / 2, y + (height - scale * picture.height) / 2] as const;
    this.tagged('Figure', () => drawPicture(this.doc, picture, at, scale), this.root, { alt: picture.title });
  }

  /** A line at the foot of every page, with the page's number; the document is complete. */
  end(foot: string, t: Translate['t']): Promise<Buffer<ArrayBuffer>> {
    const y = (this.heightMm - 12) * PT;
    const { start, count } = this.doc.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      this.doc.switchToPage(i);
      // Below the margin, where text would otherwise open a new page.
      this.doc.page.margins.bottom = 0;
      this.doc.markContent('Artifact', { type: 'Pagination' });
      this.look({ size: 8, colour: INK.soft }).text(foot, this.left, y, { width: this.width - 60, lineBreak: false });
      this.doc.text(t('paper.page', { page: i + 1, count }), this.left + this.width - 60, y, {
        width: 60,
        align: 'right',
        lineBreak: false
      });
      this.doc.endMarkedContent();
    }
    return this.close();
  }
  close(): Promise<Buffer<ArrayBuffer>> {
    this.root.end();
    this.doc.end();
    return this.bytes;
  }
}

/** What a viewer is asked to do, in the document's root: the package sets its title there and offers no way to say more. */
function viewerPreferences(doc: Doc): Record<string, unknown> {
  return (doc as unknown as { _root: { data: { ViewerPreferences: { data: Record<string, unknown> } } } })._root.data
    .ViewerPreferences.data;
}

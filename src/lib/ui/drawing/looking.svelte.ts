import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import type { Box, Point } from '$core/machine';
import { Zooming } from './zooming';

/** A drawing that is worked on: how close one looks at it, and where on it one points. */
export class Looking {
  /** The drawing, and what of it is moved as one looks closer. */
  svg = $state<SVGSVGElement>();
  inside = $state<SVGGElement>();
  width = $state(800);
  height = $state(500);
  #transform = $state.raw<ZoomTransform>(zoomIdentity);
  #zooming: Zooming | undefined;

  /** Called as a component is made. @param view what can be seen of the face, mm */
  constructor(private readonly view: () => Box) {
    $effect(() => {
      if (!this.svg) return;
      this.#zooming = new Zooming(this.svg, (next) => (this.#transform = next));
      return () => this.#zooming?.end();
    });
    // Another face is looked at whole.
    $effect(() => this.#zooming?.within(this.view()));
  }

  /** For the group that is moved. */
  get transform(): string | undefined {
    const { k, x, y } = this.#transform;
    return k === 1 && x === 0 && y === 0 ? undefined : this.#transform.toString();
  }

  get viewBox(): string {
    const { minX, minY, maxX, maxY } = this.view();
    return `${minX} ${minY} ${maxX - minX} ${maxY - minY}`;
  }

  /** What is as large on the screen however close one looks, mm. */
  get px(): number {
    const { minX, minY, maxX, maxY } = this.view();
    return 1 / Math.max(0.2, Math.min(this.width / (maxX - minX), this.height / (maxY - minY)) * this.#transform.k);
  }

  /** Where on the face the pointer is, mm. */
  placeOf(event: { clientX: number; clientY: number }): Point {
    const m = this.inside!.getScreenCTM()!.inverse();
    return [m.a * event.clientX + m.c * event.clientY + m.e, m.b * event.clientX + m.d * event.clientY + m.f];
  }

  /** What is drawn at a place of the face. */
  at([x, y]: Point): Element | null {
    const m = this.inside!.getScreenCTM()!;
    return document.elementFromPoint(m.a * x + m.c * y + m.e, m.b * x + m.d * y + m.f);
  }

  closer = (): void => this.#zooming?.closer();
  farther = (): void => this.#zooming?.farther();
  whole = (): void => this.#zooming?.whole();
  /** @returns whether the key was one for looking closer or farther */
  key = (event: KeyboardEvent): boolean => this.#zooming?.key(event) ?? false;
}

/** The step of an arrow key across the face, to the right and down; undefined for every other key. */
export const arrowOf = ({ key }: KeyboardEvent): readonly [number, number] | undefined =>
  (({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }) as const)[key as 'ArrowUp'];

export const tenth = (mm: number): number => Math.round(mm * 10) / 10;

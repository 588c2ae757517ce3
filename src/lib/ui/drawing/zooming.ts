import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import type { Box } from '$core/machine';

/** How far in one can look: a screw head then fills a thumb's breadth of the screen. */
const CLOSEST = 14;
const STEP = 1.4;

/** Pan and zoom of one drawing by pointer, touch, wheel and keyboard. */
export class Zooming {
  private readonly behaviour: ZoomBehavior<SVGSVGElement, unknown>;

  /** @param onchange hears of every new transform, in the drawing's own millimetres */
  constructor(
    private readonly svg: SVGSVGElement,
    onchange: (transform: ZoomTransform) => void
  ) {
    this.behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, CLOSEST])
      .clickDistance(4)
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => onchange(event.transform));
    select(svg).call(this.behaviour).on('dblclick.zoom', null);
  }

  /** What may be seen: the zone with its margin. */
  within({ minX, minY, maxX, maxY }: Box): void {
    this.behaviour
      .extent([
        [minX, minY],
        [maxX, maxY]
      ])
      .translateExtent([
        [minX, minY],
        [maxX, maxY]
      ]);
    this.whole();
  }

  closer(): void {
    select(this.svg).call(this.behaviour.scaleBy, STEP);
  }

  farther(): void {
    select(this.svg).call(this.behaviour.scaleBy, 1 / STEP);
  }

  whole(): void {
    select(this.svg).call(this.behaviour.transform, zoomIdentity);
  }

  /** Millimetres to the right and down. */
  pan(dx: number, dy: number): void {
    select(this.svg).call(this.behaviour.translateBy, -dx, -dy);
  }

  /** @returns whether the key was one of the drawing's */
  key(event: KeyboardEvent): boolean {
    const stride = 30;
    const act: Record<string, () => void> = {
      '+': () => this.closer(),
      '=': () => this.closer(),
      '-': () => this.farther(),
      '0': () => this.whole(),
      ArrowLeft: () => this.pan(-stride, 0),
      ArrowRight: () => this.pan(stride, 0),
      ArrowUp: () => this.pan(0, -stride),
      ArrowDown: () => this.pan(0, stride)
    };
    const found = act[event.key];
    if (!found || event.ctrlKey || event.metaKey || event.altKey) return false;
    found();
    return true;
  }

  end(): void {
    select(this.svg).on('.zoom', null);
  }
}

/** Tries something again later: each time after the next of these waits, the last one over and over, until it worked. */
export class Again {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private tries = 0;

  /** @param waits ms, one at least */
  constructor(private readonly waits: readonly number[]) {}

  /** Once, later; what was to come before does not. */
  later(work: () => void): void {
    this.stop();
    this.timer = setTimeout(
      () => {
        this.timer = undefined;
        work();
      },
      this.waits[Math.min(this.tries++, this.waits.length - 1)]
    );
  }

  /** Whether it is still to come. */
  get isDue(): boolean {
    return this.timer !== undefined;
  }

  /** It worked, or is worth a fresh start: the next wait is the first again. */
  afresh(): void {
    this.tries = 0;
  }

  stop(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
  }
}

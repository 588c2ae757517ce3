/**
 * What stands for a thing that is said (its id), the same when the same is said again because no answer came: the server counts it once.
 * What was answered and is said again is another thing.
 */
export class Unanswered<T> {
  private readonly waiting = new Map<string, T>();

  constructor(private readonly make: () => T) {}

  /** @param what all that is said: other words are another thing */
  of(what: string): T {
    const known = this.waiting.get(what);
    if (known !== undefined) return known;
    const made = this.make();
    this.waiting.set(what, made);
    return made;
  }

  answered(what: string): void {
    this.waiting.delete(what);
  }
}

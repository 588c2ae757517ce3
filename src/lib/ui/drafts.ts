/**
 * What somebody has typed and not sent yet, kept in this browser until it is sent or thrown away. It belongs to a person: the next
 * one at this device begins with nothing.
 */
export class Drafts {
  constructor(
    private readonly store: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>,
    private readonly person: string
  ) {}

  private key = (of: string) => `draft ${this.person} ${of}`;

  /** @returns undefined where nothing is kept, or nothing that `is` one */
  read<T>(of: string, is: (value: unknown) => value is T): T | undefined {
    try {
      const value: unknown = JSON.parse(this.store.getItem(this.key(of)) ?? 'null');
      return is(value) ? value : undefined;
    } catch {
      return undefined;
    }
  }

  /** Where the browser keeps nothing, nothing is kept. */
  keep(of: string, value: unknown): void {
    try {
      this.store.setItem(this.key(of), JSON.stringify(value));
    } catch {
      // It stays on the screen.
    }
  }

  drop(of: string): void {
    try {
      this.store.removeItem(this.key(of));
    } catch {
      // Nothing was kept either.
    }
  }
}

import { enter, type Field } from './field';

/** What somebody enters in a form while what stood in it is on its way to the server: it is neither emptied nor put back. */
export class Meanwhile {
  private readonly entered = new Map<Field, { value: string; checked?: boolean }>();
  private readonly note = ({ target }: Event): void => {
    const field = target as Field;
    this.entered.set(field, { value: field.value, checked: 'checked' in field ? field.checked : undefined });
  };

  /** Begins as the form is sent. */
  constructor(private readonly form: HTMLFormElement) {
    form.addEventListener('input', this.note);
  }

  /** @param names of fields; a choice goes back to its first */
  empty(names: readonly string[]): void {
    for (const field of this.form.elements as Iterable<Element> as Iterable<Field>) {
      if (!names.includes(field.name) || this.entered.has(field)) continue;
      if (field instanceof HTMLSelectElement) field.selectedIndex = 0;
      else field.value = '';
    }
  }

  /** Once the page shows what was saved: puts back what it took away of what was entered since. */
  end(): void {
    this.form.removeEventListener('input', this.note);
    for (const [field, { value, checked }] of this.entered) enter(field, value, checked);
  }
}

export type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

/** Enters what was entered in it before; chosen files stay as they are, and cannot be set. */
export function enter(field: Field, value: string, checked?: boolean): void {
  if (field.type !== 'file' && field.value !== value) field.value = value;
  if (checked !== undefined && 'checked' in field) field.checked = checked;
}

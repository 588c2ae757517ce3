import type { TrayStyle } from '$core/fasteners';

export const TRAY_STYLES: { value: TrayStyle; name: string; about: string }[] = [
  { value: 'bin-per-step', name: 'By step', about: 'A bin for every step, in the order in which the screws come out.' },
  { value: 'map', name: 'As they sit', about: 'Each bin where its screws sit in the machine.' },
  { value: 'in-the-part', name: 'With their part', about: 'The screws of one part together.' }
];

export const styleFrom = (text: string | null): TrayStyle =>
  TRAY_STYLES.find((s) => s.value === text)?.value ?? 'bin-per-step';

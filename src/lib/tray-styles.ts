import type { TrayStyle } from '$core/fasteners';
import { message } from '$lib/words';

export const TRAY_STYLES = (['bin-per-step', 'map', 'in-the-part'] as const satisfies readonly TrayStyle[]).map(
  (value) => ({ value, name: message(`tray.style.${value}`), about: message(`tray.style.${value}.about`) })
);

export const styleFrom = (text: string | null): TrayStyle =>
  TRAY_STYLES.find((s) => s.value === text)?.value ?? 'bin-per-step';

import type { Box } from '../machine';

/** The part of the zone to show: all of it, or around the places of interest with their surroundings. */
export function viewOf(zone: Box, places: readonly (readonly [number, number])[], near: boolean): Box {
  const margin = 8;
  const whole = {
    minX: zone.minX - margin,
    minY: zone.minY - margin,
    maxX: zone.maxX + margin,
    maxY: zone.maxY + margin
  };
  if (!near || places.length === 0) return whole;
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  const width = Math.max(whole.maxX - whole.minX, 1);
  const height = Math.max(whole.maxY - whole.minY, 1);
  // At least half of the machine stays in view, so that one never has to ask where this is.
  const scale = Math.min(
    1,
    Math.max(0.5, (Math.max(...xs) - Math.min(...xs) + 60) / width, (Math.max(...ys) - Math.min(...ys) + 60) / height)
  );
  const w = width * scale;
  const h = height * scale;
  const cx = clamp((Math.min(...xs) + Math.max(...xs)) / 2, whole.minX + w / 2, whole.maxX - w / 2);
  const cy = clamp((Math.min(...ys) + Math.max(...ys)) / 2, whole.minY + h / 2, whole.maxY - h / 2);
  return { minX: cx - w / 2, minY: cy - h / 2, maxX: cx + w / 2, maxY: cy + h / 2 };
}

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

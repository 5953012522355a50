import { windowLimit, type Reach } from '../../model/looks';

export type AxisName = 'hue' | 'chroma' | 'light';
export type PlaneName = 'hue-chroma' | 'hue-light' | 'light-chroma';

export interface Axis {
  name: AxisName;
  title: string;
  max: number;
  step: number;
  circular: boolean;
}

export const AXES: Record<AxisName, Axis> = {
  hue: { name: 'hue', title: 'Hue', max: 360, step: 1, circular: true },
  chroma: { name: 'chroma', title: 'Saturation', max: 0.26, step: 0.004, circular: false },
  light: { name: 'light', title: 'Lightness', max: 1, step: 0.01, circular: false },
};

/** CSS background: the hue circle laid out along its axis, dulled. */
export const HUE_GRADIENT = `linear-gradient(90deg, ${Array.from({ length: 25 }, (_, i) => `oklch(0.68 0.11 ${String(i * 15)})`).join(', ')})`;

export const PLANES: Record<PlaneName, { title: string; across: AxisName; up: AxisName }> = {
  'hue-chroma': { title: 'Hue × saturation', across: 'hue', up: 'chroma' },
  'hue-light': { title: 'Hue × lightness', across: 'hue', up: 'light' },
  'light-chroma': { title: 'Lightness × saturation', across: 'light', up: 'chroma' },
};

/** The axes of a plane; that of saturation ends where the photo's colours do. */
export function axesOf(plane: PlaneName, chromaTop = AXES.chroma.max): { across: Axis; up: Axis } {
  const axis = (name: AxisName): Axis => (name === 'chroma' ? { ...AXES.chroma, max: chromaTop } : AXES[name]);
  return { across: axis(PLANES[plane].across), up: axis(PLANES[plane].up) };
}

export interface WindowValue {
  from: number;
  to: number;
  softFrom?: number;
  softTo?: number;
}

export type Edge = 'softFrom' | 'from' | 'to' | 'softTo';

/** The end of an axis as a look knows it, which may lie beyond the part that is drawn. */
export function limitOf(axis: Axis): number {
  return axis.circular ? axis.max : windowLimit(axis.name);
}

/** A window of a reach; a missing one as the whole axis. */
export function windowOf(reach: Reach | null, axis: AxisName): WindowValue | null {
  return reach?.[axis] ?? null;
}

const round = (value: number, step: number) => Number((Math.round(value / step) * step).toFixed(6));
const wrap = (value: number, axis: Axis) => (axis.circular ? ((value % axis.max) + axis.max) % axis.max : value);

/** Length of a window along its axis. */
export function spanOf(window: WindowValue, axis: Axis): number {
  return axis.circular ? wrap(window.to - window.from, axis) || (window.to > window.from ? axis.max : 0) : window.to - window.from;
}

/**
 * A window after one of its edges, or all of it, was moved by an amount along the axis. `limit` is
 * the end of the axis as a look knows it, which may lie beyond the part that is drawn.
 */
export function moved(from: WindowValue, edge: Edge | 'body', by: number, axis: Axis, limit = axis.max): WindowValue {
  const soft = { from: from.softFrom ?? 0, to: from.softTo ?? 0 };
  const span = spanOf(from, axis);
  const cap = (v: number, low: number, high: number) => round(Math.min(high, Math.max(low, v)), axis.step / 4);
  const softMax = axis.circular ? 180 : limit;
  switch (edge) {
    case 'softFrom':
      return { ...from, softFrom: cap(soft.from - by, 0, softMax) };
    case 'softTo':
      return { ...from, softTo: cap(soft.to + by, 0, softMax) };
    case 'from': {
      const change = cap(by, axis.circular ? span - 359 : -from.from, span);
      return { ...from, from: round(wrap(from.from + change, axis), axis.step / 4) };
    }
    case 'to': {
      const change = cap(by, -span, axis.circular ? 359 - span : limit - from.to);
      return { ...from, to: round(wrap(from.to + change, axis), axis.step / 4) };
    }
    case 'body': {
      const change = axis.circular ? by : Math.max(-from.from, Math.min(limit - from.to, by));
      return { ...from, from: round(wrap(from.from + change, axis), axis.step / 4), to: round(wrap(from.to + change, axis), axis.step / 4) };
    }
  }
}

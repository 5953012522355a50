import schema from '../../../../core/Format/look.schema.json';
import type { components } from '../../generated/api';
import type { Size } from '../../gl/viewport';
import type { Place } from '../photo/tools';
import { simplified } from './simplified';

export type Area = components['schemas']['Area'];
export type Shape = Area['shapes'][number];
export type ShapeKind = Shape['shape'];
export type ShapeOf<K extends ShapeKind> = Extract<Shape, { shape: K }>;

/** Those that are drawn on the photo; a mask comes from a file. */
export type DrawnKind = Exclude<ShapeKind, 'mask'>;

export const SHAPE_KINDS: { kind: DrawnKind; title: string; hint: string }[] = [
  { kind: 'ellipse', title: 'Ellipse', hint: 'Drag outwards from the middle.' },
  { kind: 'polygon', title: 'Polygon', hint: 'Drag around the object, or click its corners.' },
  { kind: 'gradient', title: 'Gradient', hint: 'Drag from no change to full change.' },
  { kind: 'brush', title: 'Brush', hint: 'Paint over it.' },
];

/** What a shape gets that is drawn now. */
export interface Settings {
  subtract: boolean;
  /** Radius of the brush, in shares of the photo's longer side. */
  radius: number;
  softness: number;
  /** The brush stops where the colour under its middle ends. */
  keeps: boolean;
}

/** No area has more. */
export const MOST_SHAPES = (schema.$defs as unknown as { area: { properties: { shapes: { maxItems: number } } } }).area.properties.shapes.maxItems;

interface RawNumber {
  minimum?: number;
  maximum?: number;
  default?: unknown;
}
const definitions = schema.$defs as unknown as Record<string, { properties?: Record<string, RawNumber> }>;

/** What a file may say of a number of a shape. */
export function rangeOf(kind: ShapeKind, name: string): { min: number; max: number; rest: number } {
  const raw = definitions[`${kind}.shape`]?.properties?.[name];
  return { min: raw?.minimum ?? 0, max: raw?.maximum ?? 1, rest: typeof raw?.default === 'number' ? raw.default : 0 };
}

/** Shapes narrower than this, as shares of the longer side, are a slip of the hand. */
const LEAST = 0.004;
/** How far a polygon drawn by hand may stray from the way of the hand. */
const ROUGH = 0.004;
const FINE = 0.1;
const MOST_POINTS = 120;

export function place(pair: readonly number[]): Place {
  return [pair[0] ?? 0, pair[1] ?? 0];
}

/** Width and height of a photo in shares of its longer side. */
export function sidesOf({ width, height }: Size): [number, number] {
  const longer = Math.max(width, height);
  return [width / longer, height / longer];
}

/** How far apart two places are, in shares of the longer side. */
export function apart(one: Place, other: Place, photo: Size): number {
  const [wide, high] = sidesOf(photo);
  return Math.hypot((one[0] - other[0]) * wide, (one[1] - other[1]) * high);
}

/** What a drag over the photo draws; null where it is too short for anything. */
export function shapeFrom(kind: DrawnKind, points: Place[], settings: Settings, photo: Size): Shape | null {
  const first = points[0];
  const last = points.at(-1);
  if (!first || !last) return null;
  const subtract = settings.subtract ? { subtract: true } : {};
  switch (kind) {
    case 'gradient':
      return apart(first, last, photo) < LEAST ? null : { shape: 'gradient', ...subtract, from: first, to: last };
    case 'ellipse': {
      const radii: Place = [Math.abs(last[0] - first[0]), Math.abs(last[1] - first[1])];
      const [wide, high] = sidesOf(photo);
      if (Math.max(radii[0] * wide, radii[1] * high) < LEAST) return null;
      // A drag along one side alone still is an ellipse.
      const least = Math.max(radii[0], radii[1]) / 8;
      return { shape: 'ellipse', ...subtract, centre: first, radii: [Math.max(radii[0], least), Math.max(radii[1], least)], turn: 0, feather: rangeOf('ellipse', 'feather').rest };
    }
    case 'polygon': {
      const corners = simplified(points, photo, ROUGH, MOST_POINTS);
      return corners.length < 3 ? null : { shape: 'polygon', ...subtract, points: corners, feather: rangeOf('polygon', 'feather').rest };
    }
    case 'brush':
      return { shape: 'brush', ...subtract, points: simplified(points, photo, FINE * settings.radius, MOST_POINTS), radius: settings.radius, softness: settings.softness };
  }
}

/** The shape somewhere else, by shares of width and height. */
export function moved(shape: Shape, right: number, down: number): Shape {
  const by = (pair: readonly number[]): Place => [(pair[0] ?? 0) + right, (pair[1] ?? 0) + down];
  switch (shape.shape) {
    case 'gradient':
      return { ...shape, from: by(shape.from), to: by(shape.to) };
    case 'ellipse':
      return { ...shape, centre: by(shape.centre) };
    case 'mask':
      return shape;
    default:
      return { ...shape, points: shape.points.map(by) };
  }
}

/** The area with a shape more; null gives back no area. */
export function withShape(area: Area | null | undefined, shape: Shape): Area {
  return { ...(area ?? {}), shapes: [...(area?.shapes ?? []), shape] } as Area;
}

export function withShapeAt(area: Area, index: number, shape: Shape): Area {
  return { ...area, shapes: area.shapes.map((one, i) => (i === index ? shape : one)) as Area['shapes'] };
}

/** The area without a shape; no area at all without its last one. */
export function withoutShape(area: Area, index: number): Area | null {
  const shapes = area.shapes.filter((_, i) => i !== index);
  return shapes.length === 0 ? null : { ...area, shapes: shapes as Area['shapes'] };
}

export function titleOf(shape: Shape): string {
  return SHAPE_KINDS.find(({ kind }) => kind === shape.shape)?.title ?? 'Mask';
}

/** An area in a few plain words. */
export function areaWords(area: Area | null | undefined): string {
  if (!area) return 'the whole photo';
  const counts = new Map<string, number>();
  for (const shape of area.shapes) {
    const word = `${titleOf(shape).toLowerCase()}${shape.subtract ? ' subtracted' : ''}`;
    counts.set(word, (counts.get(word) ?? 0) + 1);
  }
  const text = [...counts].map(([word, count]) => (count === 1 ? word : `${word} × ${String(count)}`)).join(', ');
  return area.invert ? `all but ${text}` : text;
}

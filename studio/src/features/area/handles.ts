import type { Place } from '../photo/tools';
import type { Size } from '../../gl/viewport';
import { moved, place, rangeOf, sidesOf, type Shape, type ShapeOf } from './shapes';

/** What a shape can be taken hold of by. */
export interface Handle {
  id: string;
  name: string;
  at: Place;
}

/** How far beyond the outline the handle stands that turns an ellipse, in shares of the longer side. */
const TURN_BEYOND = 0.05;

/** A place around the middle of an ellipse: so far along its own axes, in shares of the longer side. */
function around(shape: ShapeOf<'ellipse'>, photo: Size, along: number, across: number): Place {
  const [wide, high] = sidesOf(photo);
  const turn = ((shape.turn ?? 0) * Math.PI) / 180;
  const [x, y] = place(shape.centre);
  return [x + (along * Math.cos(turn) - across * Math.sin(turn)) / wide, y + (along * Math.sin(turn) + across * Math.cos(turn)) / high];
}

/** A place as seen from the middle of an ellipse, along its own axes, in shares of the longer side. */
function seenFrom(shape: ShapeOf<'ellipse'>, photo: Size, at: Place): [number, number] {
  const [wide, high] = sidesOf(photo);
  const turn = ((shape.turn ?? 0) * Math.PI) / 180;
  const [x, y] = place(shape.centre);
  const [right, down] = [(at[0] - x) * wide, (at[1] - y) * high];
  return [right * Math.cos(turn) + down * Math.sin(turn), down * Math.cos(turn) - right * Math.sin(turn)];
}

function middleOf(points: readonly (readonly number[])[]): Place {
  const sum = points.reduce<Place>(([x, y], point) => [x + (point[0] ?? 0), y + (point[1] ?? 0)], [0, 0]);
  return [sum[0] / points.length, sum[1] / points.length];
}

export function handlesOf(shape: Shape, photo: Size): Handle[] {
  const [wide, high] = sidesOf(photo);
  switch (shape.shape) {
    case 'gradient':
      return [
        { id: 'from', name: 'where it begins', at: place(shape.from) },
        { id: 'middle', name: 'middle', at: middleOf([shape.from, shape.to]) },
        { id: 'to', name: 'where it acts fully', at: place(shape.to) },
      ];
    case 'ellipse': {
      const [across, down] = [(shape.radii[0] ?? 0) * wide, (shape.radii[1] ?? 0) * high];
      return [
        { id: 'middle', name: 'middle', at: place(shape.centre) },
        { id: 'width', name: 'width', at: around(shape, photo, across, 0) },
        { id: 'height', name: 'height', at: around(shape, photo, 0, down) },
        { id: 'turn', name: 'turn', at: around(shape, photo, 0, -down - TURN_BEYOND) },
      ];
    }
    case 'polygon':
      return [{ id: 'middle', name: 'middle', at: middleOf(shape.points) }, ...shape.points.map((point, i) => ({ id: String(i), name: `corner ${String(i + 1)}`, at: place(point) }))];
    case 'mask':
      return [];
    case 'brush':
      return [{ id: 'middle', name: 'middle', at: place(shape.points[Math.floor(shape.points.length / 2)] ?? [0, 0]) }];
  }
}

/** The shape with one of its handles somewhere else. */
export function withHandle(shape: Shape, id: string, to: Place, photo: Size): Shape {
  if (id === 'middle') {
    const from = handlesOf(shape, photo).find((handle) => handle.id === id)?.at ?? to;
    return moved(shape, to[0] - from[0], to[1] - from[1]);
  }
  switch (shape.shape) {
    case 'gradient':
      return id === 'from' ? { ...shape, from: to } : { ...shape, to };
    case 'ellipse': {
      const [wide, high] = sidesOf(photo);
      const [along, across] = seenFrom(shape, photo, to);
      const least = 0.004;
      if (id === 'width') return { ...shape, radii: [Math.max(least, Math.abs(along)) / wide, shape.radii[1] ?? least] };
      if (id === 'height') return { ...shape, radii: [shape.radii[0] ?? least, Math.max(least, Math.abs(across)) / high] };
      // Its handle stands above the ellipse while it is not turned.
      const turn = (shape.turn ?? 0) + (Math.atan2(along, -across) * 180) / Math.PI;
      const { min, max } = rangeOf('ellipse', 'turn');
      return { ...shape, turn: Math.round((turn > max ? turn - 360 : turn < min ? turn + 360 : turn) * 10) / 10 };
    }
    case 'polygon':
      return { ...shape, points: shape.points.map((point, i) => (String(i) === id ? to : point)) };
    case 'mask':
    case 'brush':
      return shape;
  }
}

const STEPS = 72;

/** The lines a shape is drawn with. */
export interface Outline {
  points: Place[];
  closed: boolean;
  dashed: boolean;
}

export function outlineOf(shape: Shape, photo: Size): Outline[] {
  const [wide, high] = sidesOf(photo);
  switch (shape.shape) {
    case 'gradient': {
      const [from, to] = [place(shape.from), place(shape.to)];
      const [dx, dy] = [(to[0] - from[0]) * wide, (to[1] - from[1]) * high];
      const length = Math.max(1e-6, Math.hypot(dx, dy));
      const across = ([x, y]: Place): Place[] => [-1.5, 1.5].map((far) => [x - (far * dy) / length / wide, y + (far * dx) / length / high]);
      return [
        { points: [from, to], closed: false, dashed: false },
        { points: across(from), closed: false, dashed: true },
        { points: across(to), closed: false, dashed: false },
      ];
    }
    case 'ellipse': {
      const [right, down] = [(shape.radii[0] ?? 0) * wide, (shape.radii[1] ?? 0) * high];
      const points = Array.from({ length: STEPS }, (_, i) => around(shape, photo, right * Math.cos((2 * Math.PI * i) / STEPS), down * Math.sin((2 * Math.PI * i) / STEPS)));
      return [{ points, closed: true, dashed: false }, { points: [around(shape, photo, 0, -down), around(shape, photo, 0, -down - TURN_BEYOND)], closed: false, dashed: false }];
    }
    case 'polygon':
      return [{ points: shape.points.map(place), closed: true, dashed: false }];
    case 'mask':
      return [];
    case 'brush':
      return [{ points: shape.points.map(place), closed: false, dashed: true }];
  }
}

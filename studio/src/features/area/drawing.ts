import type { Place } from '../photo/tools';
import type { Size } from '../../gl/viewport';
import { apart, rangeOf, shapeFrom, type DrawnKind, type Settings, type Shape } from './shapes';
import { Observable } from '../../model/observable';

export interface DrawingState extends Settings {
  kind: DrawnKind;
  /** Corners of a polygon that is not closed yet. */
  corners: Place[];
}

/** A click this near to the first corner closes a polygon, in shares of the longer side. */
const NEAR = 0.015;

const AT_FIRST: DrawingState = { kind: 'ellipse', corners: [], subtract: false, keeps: false, radius: rangeOf('brush', 'radius').rest, softness: rangeOf('brush', 'softness').rest };

/** What a drag or a click with the area tool draws, and with what. Polygons may be drawn corner by corner. */
export class AreaDrawing extends Observable {
  private now = AT_FIRST;

  constructor(
    private readonly photo: Size,
    private readonly onShape: (shape: Shape, keeps: boolean) => void,
  ) {
    super();
  }

  get state(): DrawingState {
    return this.now;
  }

  /** A polygon was begun and is not closed yet. */
  underWay = (): boolean => this.now.corners.length > 0;

  /** Another kind gives up a polygon that was begun. */
  choose = (kind: DrawnKind): void => {
    this.change({ kind, corners: [] });
  };

  change = (settings: Partial<DrawingState>): void => {
    this.now = { ...this.now, ...settings };
    this.tell();
  };

  /** A finished drag over the photo; one place is a click. */
  stroke = (points: Place[]): void => {
    const { kind, corners } = this.now;
    const [first] = points;
    if (!first) return;
    if (kind === 'polygon' && points.length === 1) {
      const [begun] = corners;
      if (begun && corners.length > 2 && apart(begun, first, this.photo) < NEAR) this.close();
      else this.change({ corners: [...corners, first] });
      return;
    }
    this.done(shapeFrom(kind, points, this.now, this.photo));
  };

  /** Closes the polygon that is being drawn; with fewer than three corners there is nothing to close. */
  close = (): void => {
    const { corners } = this.now;
    if (corners.length > 2) this.done({ shape: 'polygon', ...(this.now.subtract ? { subtract: true } : {}), points: corners, feather: rangeOf('polygon', 'feather').rest });
  };

  giveUp = (): void => {
    if (this.now.corners.length > 0) this.change({ corners: [] });
  };

  /** What is being drawn, for the screen. */
  preview = (points: Place[]): Shape | null => {
    const { kind, corners } = this.now;
    if (kind === 'polygon') return { shape: 'polygon', points: [...corners, ...points] };
    return points.length === 0 ? null : shapeFrom(kind, points, this.now, this.photo);
  };

  private done(shape: Shape | null): void {
    this.change({ corners: [] });
    if (shape) this.onShape(shape, this.now.keeps && shape.shape === 'brush');
  }
}

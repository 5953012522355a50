import type { Sample } from '../../api/client';

/** What the pointer does on the photo. */
export type Tool = 'look' | 'choose' | 'hold' | 'pull' | 'probe' | 'area';

export interface ToolInfo {
  tool: Tool;
  title: string;
  key: string;
  help: string;
}

export const TOOLS: ToolInfo[] = [
  { tool: 'look', title: 'Pan', key: 'L', help: 'Drag to move the photo, wheel to zoom' },
  { tool: 'choose', title: 'Choose', key: 'C', help: 'Click or drag over a colour, best over all its shades. Shift + drag draws a box. Each stroke adds to the reach' },
  { tool: 'hold', title: 'Hold', key: 'H', help: 'Click or drag over what must not change' },
  { tool: 'pull', title: 'Pull', key: 'P', help: 'Drag on a colour of the photo to change it with the selected move' },
  { tool: 'probe', title: 'Probe', key: 'N', help: 'Click to pin a reading. Drag a pin to move it' },
  { tool: 'area', title: 'Area', key: 'A', help: 'Draw where the selected move may act, for things of the same colour' },
];

/** A place on the photo, as shares of its width and height; outside 0 to 1 it lies beside the photo. */
export type Place = [number, number];

export type StrokeShape = Sample['shape'];

/** A stroke of the pointer while it is drawn. */
export interface Stroke {
  shape: StrokeShape;
  points: Place[];
}

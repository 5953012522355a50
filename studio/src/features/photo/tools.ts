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
  { tool: 'choose', title: 'Choose', key: 'C', help: 'Click a colour, or drag over it so that all its shades count; Shift+drag takes a box. More samples widen the reach' },
  { tool: 'hold', title: 'Hold', key: 'H', help: 'Click or drag over what must stay put: the reach gives way there' },
  { tool: 'pull', title: 'Pull', key: 'P', help: 'Drag on a colour of the photo to change it with the chosen move' },
  { tool: 'probe', title: 'Probe', key: 'N', help: 'Click to pin a reading; drag a pin to move it' },
  { tool: 'area', title: 'Area', key: 'A', help: 'Draw where the chosen move may act, for things that colour alone cannot part' },
];

/** A place on the photo, as shares of its width and height; outside 0 to 1 it lies beside the photo. */
export type Place = [number, number];

export type StrokeShape = Sample['shape'];

/** A stroke of the pointer while it is drawn. */
export interface Stroke {
  shape: StrokeShape;
  points: Place[];
}

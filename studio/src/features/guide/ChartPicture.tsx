import { useLayoutEffect, useMemo, useRef } from 'react';
import { graded } from '../photo/cubePicture';
import { pixelsOf, type Chart } from './charts';

/** A chart through a compiled grade; as it is without one. */
export function ChartPicture({ chart, nodes, size }: { chart: Chart; nodes: Float32Array | null; size: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const source = useMemo(() => pixelsOf(chart), [chart]);
  useLayoutEffect(() => {
    const pen = canvas.current?.getContext('2d');
    const { data, width, height } = nodes ? graded(source, nodes, size) : source;
    pen?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  }, [source, nodes, size]);
  return <canvas ref={canvas} width={chart.width} height={chart.height} role="img" aria-label={`Chart: ${chart.title}`} data-chart={chart.id} data-graded={nodes !== null} style={{ display: 'block', width: chart.width, height: chart.height, borderRadius: 2 }} />;
}

import { Box, Typography } from '@mui/material';
import { plain } from '../grade/looks';
import type { MovePanel, PanelProps } from './panel';
import { numberOf, partsOf, settingWords, Sliders, within, withParams } from './settings';
import { useDrawing } from './useDrawing';

const SETTINGS = ['saturation', 'vibrance', 'guard', 'limit', 'density'] as const;
function Controls({ move, onChange, source, pointed }: PanelProps<'saturation'>) {
  return (
    <Box>
      <Gain move={move} source={source} pointed={pointed} />
      <Sliders move={move} names={SETTINGS} onChange={onChange} />
    </Box>
  );
}

/** Strength in and strength out over the photo's own strengths, for a warm and a cool colour. */
function Gain({ move, source, pointed }: Pick<PanelProps<'saturation'>, 'move' | 'source' | 'pointed'>) {
  const drawing = useDrawing(move);
  // The core says what lies along: where the drawing ends, and up to where greys stay.
  const end = drawing['chroma']?.at(-1) ?? 1;
  const guard = drawing['guard']?.[0] ?? 0;
  const bins = new Array<number>(40).fill(0);
  if (source) {
    const { rows, chromaTop, cells } = source.planes;
    for (const [, row, count] of cells['light-chroma'] ?? []) {
      const bin = Math.floor((((row + 0.5) / rows) * chromaTop) / end * bins.length);
      if (bin < bins.length) bins[bin] = (bins[bin] ?? 0) + count;
    }
  }
  const most = Math.max(1, ...bins);
  const path = (line: number[] | undefined) => (line ?? []).map((v, i) => `${i === 0 ? 'M' : 'L'}${String((i / 64) * 260)} ${String(96 - (Math.min(v, end * 1.05) / end) * 96)}`).join('');
  return (
    <Box sx={{ mb: 0.5 }}>
      <svg viewBox="0 0 260 96" role="img" aria-label="Strength before and after, over the photo’s own strengths" style={{ width: '100%', height: 96, background: '#262626', display: 'block' }} preserveAspectRatio="none">
        {bins.map((count, i) => (
          <rect key={i} x={(i / bins.length) * 260} width={260 / bins.length - 0.5} y={96 - Math.sqrt(count / most) * 60} height={Math.sqrt(count / most) * 60} fill="#505050" />
        ))}
        {guard > 0 && <rect x={0} y={0} width={(guard / end) * 260} height={96} fill="#fff" fillOpacity={0.08} />}
        <line x1={0} y1={96} x2={260} y2={0} stroke="#888" strokeDasharray="3 3" strokeWidth={1} />
        {pointed && <line x1={((pointed.before.oklch[1] ?? 0) / end) * 260} x2={((pointed.before.oklch[1] ?? 0) / end) * 260} y1={0} y2={96} stroke="#fff" strokeWidth={1} strokeOpacity={0.6} />}
        <path d={path(drawing['cool'])} fill="none" stroke="#c9c9c9" strokeWidth={1.4} strokeDasharray="6 3" />
        <path d={path(drawing['warm'])} fill="none" stroke="#fff" strokeWidth={1.8} />
      </svg>
      <Typography variant="caption" component="div" sx={{ lineHeight: 1.3 }}>
        Strength in → out; line: warm colours, dashes: cool ones
        {guard > 0 ? `; guarded below ${plain(guard, 3)}` : ''}
      </Typography>
    </Box>
  );
}

export const saturationPanel: MovePanel<'saturation'> = {
  kind: 'saturation',
  Controls,
  words: (move) => settingWords(move, SETTINGS),
  parts: partsOf('saturation', ['saturation', 'vibrance', 'limit', 'density']),
  pull: {
    modes: [
      { id: 'vibrance', title: '↕ vibrance' },
      { id: 'saturation', title: '↕ saturation' },
    ],
    shares: false,
    apply: (move, _reading, _right, up, mode) => {
      const name = mode === 'saturation' ? 'saturation' : 'vibrance';
      return withParams(move, { [name]: within('saturation', name, Math.round(numberOf(move, name) + up * 0.35)) });
    },
  },
};

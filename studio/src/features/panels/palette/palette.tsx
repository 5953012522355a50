import ArrowIcon from '@mui/icons-material/East';
import ClearIcon from '@mui/icons-material/Close';
import { Box, Button, ButtonBase, IconButton, Tooltip, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../../api/client';
import { ColourField } from '../../../ui/controls/ColourField';
import { ValueSlider } from '../../../ui/controls/ValueSlider';
import { greys } from '../../../theme';
import { fitButton } from '../fitted';
import { MethodChoice } from '../SettingChoice';
import type { MovePanel, PanelProps } from '../panel';
import { around, plainestPot } from '../samples';
import { alone } from '../useDrawing';
import type { MoveOf } from '../../../model/looks';
import { PaletteBench } from './PaletteBench';
import { css, paletteWords, potsOf, tidy, together, tornPassages, withTarget, type Colour, type Pot } from './targets';

function Swatch({ colour }: { colour: Colour }) {
  return <Box component="span" sx={{ width: 26, height: 20, flex: 'none', borderRadius: 0.5, border: '1px solid #222', background: css(colour) }} />;
}

/** The pots it moves though the photo has no colours like them. */
function useAbsent(photoId: number, move: MoveOf<'palette'>): number[] {
  const look = alone(move);
  const moved = potsOf(move).map(({ middle, to }) => (to ? middle : null));
  return useQuery({ queryKey: ['absent pots', photoId, moved], queryFn: () => api.absentPots(photoId, look), enabled: moved.some((one) => one !== null), staleTime: Infinity }).data ?? [];
}

/** Passages that are offered to be mended at once; the next ones come after these. */
const MOST_OFFERS = 2;

/** Names of pots that lead into each other in the photo. */
function usePassages(photoId: number): string[][] {
  return useQuery({ queryKey: ['passages', photoId], queryFn: () => api.passages(photoId), staleTime: Infinity }).data ?? [];
}

function Controls(props: PanelProps<'palette'>) {
  const { move, onChange, aspect, onAspect } = props;
  const pots = potsOf(move);
  const absent = useAbsent(props.photoId, move).flatMap((index) => pots[index] ?? []);
  const torn = tornPassages(move, usePassages(props.photoId)).slice(0, MOST_OFFERS);
  const chosen = Number(aspect ?? pots.findIndex(({ to }) => to != null));
  if (pots.length === 0) {
    return (
      <Box>
        <Typography variant="body2" sx={{ mb: 1 }}>
          This palette has not read the photo’s colours yet.
        </Typography>
        <Button
          variant="outlined"
          onClick={() => {
            api.palette(props.photoId).then(({ look }) => {
              onChange({ ...move, params: look.moves[0]?.params as never }, true);
            }, props.onFailure);
          }}
        >
          Read the colours
        </Button>
      </Box>
    );
  }
  return (
    <Box>
      <Typography variant="caption" component="p" sx={{ mt: 0, mb: 0.5 }}>
        Drag a colour on the bench, or select it here and set a new one.
      </Typography>
      {absent.length > 0 && (
        <Typography variant="caption" component="p" role="status" sx={{ mt: 0, mb: 0.5, color: '#ffd28a' }}>
          This photo has nothing like {absent.map(({ name }) => name).join(', ')}: moving {absent.length === 1 ? 'it' : 'them'} changes nothing here. Fit the palette to this photo, or read its own pots with a new one.
        </Typography>
      )}
      <Box role="list" aria-label="Pots">
        {pots.map((pot, index) => (
          <Box key={index} role="listitem" sx={{ borderRadius: 1, bgcolor: index === chosen ? greys.raised : undefined }}>
            <Box sx={{ display: 'flex', alignItems: 'center' }}>
              <ButtonBase
                data-inset
                aria-expanded={index === chosen}
                onClick={() => {
                  onAspect(String(index));
                }}
                sx={{ flex: 1, minWidth: 0, justifyContent: 'flex-start', gap: 0.75, px: 0.5, py: '3px', borderRadius: 1, textAlign: 'left' }}
              >
                <Swatch colour={pot.middle} />
                {pot.to && <ArrowIcon sx={{ fontSize: 14, flex: 'none' }} />}
                {pot.to && <Swatch colour={pot.to} />}
                <Typography variant="body2" noWrap>
                  {pot.name}
                </Typography>
              </ButtonBase>
              {pot.to && (
                <IconButton
                  aria-label={`Reset ${pot.name}`}
                  onClick={() => {
                    onChange(withTarget(move, index, null), true);
                  }}
                >
                  <ClearIcon sx={{ fontSize: 16 }} />
                </IconButton>
              )}
            </Box>
            {index === chosen && <Target {...props} pot={pot} index={index} />}
          </Box>
        ))}
      </Box>
      {torn.map(([moved, left]) => (
        <Typography key={`${String(moved)} ${String(left)}`} variant="caption" component="p" role="status" sx={{ mt: 0.5, mb: 0 }}>
          In the photo {pots[moved]?.name} leads into {pots[left]?.name}: a line shows where only one of them moves.{' '}
          <Button
            size="small"
            onClick={() => {
              onChange(together(move, moved, left), true);
            }}
            sx={{ py: 0 }}
          >
            Move {pots[left]?.name} along
          </Button>
        </Typography>
      ))}
      <MethodChoice move={move} onChange={onChange} />
      {fitButton(props)}
    </Box>
  );
}

const FIGURES = [
  { property: 'hue', label: 'Hue', min: 0, max: 360, unit: '°', times: 1 },
  { property: 'chroma', label: 'Saturation', min: 0, max: 40, unit: '', times: 100 },
  { property: 'lightness', label: 'Lightness', min: 0, max: 100, unit: '', times: 100 },
] as const;

/** The colour a pot is to have: typed, picked, from a swatch, or by its three figures. */
function Target({ move, onChange, pot, index, pick, picking, probeColours, photos, onFailure }: PanelProps<'palette'> & { pot: Pot; index: number }) {
  const now = pot.to ?? pot.middle;
  const shown = useQuery({ queryKey: ['shown', now], queryFn: () => api.shown(now.lightness, now.chroma, now.hue), staleTime: Infinity, gcTime: 60_000 }).data;
  const what = `the new colour of ${pot.name}`;
  const take = (hex: string | null) => {
    if (hex === null) onChange(withTarget(move, index, null), true);
    else {
      api.colour(hex).then(({ oklch: [lightness = 0, chroma = 0, hue = 0] }) => {
        onChange(withTarget(move, index, tidy({ lightness, chroma, hue })), true);
      }, onFailure);
    }
  };
  return (
    <Box sx={{ px: 0.75, pb: 0.5 }}>
      <ColourField
        label="To"
        help="The new colour. Its shades follow."
        colour={pot.to ? (shown?.colour.hex ?? null) : null}
        onChange={take}
        onPick={() => {
          pick(what, take);
        }}
        picking={picking === what}
        more={{ probes: probeColours, photos }}
      />
      {FIGURES.map(({ property, label, min, max, unit, times }) => (
        <ValueSlider
          key={property}
          label={label}
          help={property === 'hue' ? 'OKLCh hue of the middle of this colour.' : property === 'chroma' ? 'OKLCh chroma × 100 of the middle of this colour.' : 'OKLCh lightness × 100 of the middle of this colour.'}
          value={Number((now[property] * times).toFixed(1))}
          min={min}
          max={max}
          rest={Number((pot.middle[property] * times).toFixed(1))}
          unit={unit}
          onChange={(value, keep) => {
            onChange(withTarget(move, index, tidy({ ...now, [property]: value / times })), keep);
          }}
        />
      ))}
      {shown?.weaker && (
        <Typography variant="caption" component="p" role="status" sx={{ my: 0.25 }}>
          No screen shows so strong a colour this {now.lightness > 0.6 ? 'light' : 'dark'}: it comes out as {shown.colour.hex}.
        </Typography>
      )}
      {!pot.to && (
        <Tooltip title="Its figures, as they are on the photo">
          <Typography variant="caption" component="p" sx={{ my: 0 }}>
            Stays as it is.
          </Typography>
        </Tooltip>
      )}
    </Box>
  );
}

export const palettePanel: MovePanel<'palette'> = {
  kind: 'palette',
  wish: 'recolour',
  // What a palette does needs the photo's model; a recolour of its plainest colour shows it as well.
  sample: (source) => ({ kind: 'recolour', params: { anchor: plainestPot(source)?.colour ?? null, target: '#9c4a2c' } as never, reach: around(plainestPot(source)) }),
  begin: async (photoId) => (await api.palette(photoId)).look.moves[0]?.params as never,
  Controls,
  Bench: PaletteBench,
  everyPlane: true,
  words: paletteWords,
};

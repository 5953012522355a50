import { Box, Button, ButtonBase, CircularProgress, MenuItem, Select, Typography } from '@mui/material';
import { useState } from 'react';
import { api } from '../../../api/client';
import { OneOf } from '../../../ui/controls/OneOf';
import { around, pictureUrl } from '../../../api/pictures';
import { amountOf, settingInfo, withField, withMove, type MoveOf } from '../../../model/looks';
import { SmallPicture } from '../../photo/SmallPicture';
import { fitButton } from '../fitted';
import type { MovePanel, PanelProps } from '../panel';
import { Flag, numberOf, Sliders, withParams } from '../settings';
import { FilePicker } from '../../../ui/controls/FilePicker';

type Move = MoveOf<'match'>;
type Moments = NonNullable<NonNullable<Move['params']>['moments']>;

const AMOUNTS = ['hue', 'saturation', 'lightness'] as const;
const LEFT = -1;

const potsOf = (move: Move) => move.params?.pots ?? [];
const referenceOf = (move: Move) => move.params?.reference ?? null;

/** The mean of some colours, for the eye. */
const css = ({ mean: [l = 0, a = 0, b = 0] }: Moments) => `oklab(${String(l)} ${String(a)} ${String(b)})`;

/** The move with another pot to be like; null leaves the pot as it is. */
export function withLike(move: Move, index: number, like: number | null): Move {
  return withParams(move, { pots: potsOf(move).map((pot, i) => (i === index ? { ...pot, like } : pot)) });
}

/** A reference that was chosen anew: what was set by hand of how far it goes stays. */
export function withReference(move: Move, fresh: Pick<Move, 'params' | 'strength'>): Move {
  const { by, hue, saturation, lightness, limit } = move.params ?? {};
  const kept = move.params?.reference ? { by, hue, saturation, lightness, limit } : {};
  return { ...move, strength: fresh.strength ?? 100, params: { ...fresh.params, ...Object.fromEntries(Object.entries(kept).filter(([, value]) => value !== undefined)) } };
}

/** Whether a pot match where all colours are matched together. */
export const takesPart = ({ like, takes }: { like?: number | null; takes?: boolean | null }): boolean => takes ?? (like ?? null) !== null;

/** The move with a pot that match, or stays, where all colours are matched together. */
export function withTaking(move: Move, index: number, takes: boolean): Move {
  return withParams(move, { pots: potsOf(move).map((pot, i) => (i === index ? { ...pot, takes } : pot)) });
}

/** Three amounts to choose from, in per cent: the one at hand, half of it and all. */
export function threeAmounts(amount: number): number[] {
  const middle = amount >= 100 ? 60 : amount;
  return [Math.max(5, Math.round(middle / 2 / 5) * 5), middle, 100];
}

function Controls(props: PanelProps<'match'>) {
  const { move, onChange, photos, photoId, onFailure } = props;
  const [busy, setBusy] = useState(false);
  const [words, setWords] = useState<string[]>([]);
  const reference = referenceOf(move);
  const by = move.params?.by ?? 'whole';
  const take = (asked: ReturnType<typeof api.match>) => {
    setBusy(true);
    asked
      .then(({ look, words: said }) => {
        setWords(said ?? []);
        onChange(withReference(move, look.moves[0] as Move), true);
      })
      .catch(onFailure)
      .finally(() => {
        setBusy(false);
      });
  };
  return (
    <Box>
      <Typography variant="body2" sx={{ mb: 0.5 }}>
        {reference ? (
          <>
            Like <b>{reference.name}</b>
          </>
        ) : (
          'Choose the photo to match:'
        )}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, alignItems: 'center', mb: 0.75 }}>
        {around(photos, photoId)
          .map(({ id, name, key }) => (
            <ButtonBase
              key={id}
              data-inset
              title={name}
              aria-label={`Like ${name}`}
              disabled={busy}
              onClick={() => {
                take(api.match(photoId, id));
              }}
              sx={{ outline: name === reference?.name ? '2px solid #fff' : 'none', borderRadius: 0.5, overflow: 'hidden' }}
            >
              <img src={pictureUrl({ id, key }, 'thumb')} alt="" style={{ height: 36, display: 'block' }} />
            </ButtonBase>
          ))}
        <FilePicker single label="A picture to match" accept="image/*" onFiles={([chosen]) => { if (chosen) take(api.matchFile(photoId, chosen)); }}>
          {(ask) => (
            <Button size="small" disabled={busy} onClick={ask}>
              Another file…
            </Button>
          )}
        </FilePicker>
        {busy && <CircularProgress size={18} aria-label="Reading its colours" />}
      </Box>
      {words.map((one) => (
        <Typography key={one} variant="caption" component="p" role="status" sx={{ mt: 0, mb: 0.5 }}>
          {one}
        </Typography>
      ))}
      {reference && (
        <>
          <OneOf
            label={settingInfo('match', 'by').title}
            fullWidth
            value={by}
            options={[
              { value: 'whole', title: 'As a whole' },
              { value: 'pots', title: 'Colour by colour' },
            ]}
            onChange={(next) => {
              onChange(withParams(move, { by: next }), true);
            }}
          />
          <Amounts {...props} />
          <Sliders move={move} names={AMOUNTS} onChange={onChange} />
          <Flag move={move} name="hold" rest={false} onChange={onChange} />
          <Typography variant="caption" component="h3" sx={{ mt: 0.75, mb: 0.25, fontWeight: 600 }}>
            {by === 'pots' ? 'Colours to match' : 'Colours to match'}
          </Typography>
          {potsOf(move).map((pot, index) => {
            const like = pot.like ?? null;
            const other = like === null ? undefined : reference.pots[like];
            return (
              <Box key={index} sx={{ display: 'flex', alignItems: 'center', gap: 0.75, minHeight: 28 }}>
                <Box sx={{ width: 22, height: 18, flex: 'none', borderRadius: 0.5, border: '1px solid #222', background: `oklch(${String(pot.middle.lightness)} ${String(pot.middle.chroma)} ${String(pot.middle.hue)})` }} />
                <Typography variant="body2" noWrap sx={{ flex: 1, minWidth: 0 }} title={pot.name}>
                  {pot.name}
                </Typography>
                {by === 'pots' && <Box sx={{ width: 22, height: 18, flex: 'none', borderRadius: 0.5, border: '1px solid #222', background: other ? css(other.moments) : 'transparent' }} />}
                <Select
                  variant="standard"
                  size="small"
                  value={by === 'whole' ? (takesPart(pot) ? 0 : LEFT) : (like ?? LEFT)}
                  inputProps={{ 'aria-label': by === 'whole' ? `Match ${pot.name}` : `Match ${pot.name} to` }}
                  onChange={({ target }) => {
                    const value = Number(target.value);
                    onChange(by === 'whole' ? withTaking(move, index, value !== LEFT) : withLike(move, index, value === LEFT ? null : value), true);
                  }}
                  sx={{ width: 118, flex: 'none', fontSize: '0.78rem' }}
                >
                  <MenuItem value={LEFT}>stays</MenuItem>
                  {by === 'whole' ? <MenuItem value={0}>match</MenuItem> : reference.pots.map(({ name }, i) => <MenuItem key={i} value={i}>{name}</MenuItem>)}
                </Select>
              </Box>
            );
          })}
          <Box sx={{ mt: 0.75 }}>
            <Sliders move={move} names={['limit']} onChange={onChange} />
          </Box>
          {fitButton(props)}
        </>
      )}
    </Box>
  );
}

/** The photo with three amounts of the match, to choose from. */
function Amounts({ move, look, photos, photoId, onChange }: PanelProps<'match'>) {
  const photo = photos.find(({ id }) => id === photoId);
  if (!photo || !look) return null;
  return (
    <Box role="group" aria-label="Amounts to choose from" sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 0.5, mt: 0.75 }}>
      {threeAmounts(amountOf(move)).map((amount) => (
        <ButtonBase
          key={amount}
          data-inset
          aria-pressed={amount === amountOf(move)}
          aria-label={`Amount ${String(amount)} %`}
          onClick={() => {
            onChange(withField(move, { strength: amount }), true);
          }}
          sx={{ display: 'block', borderRadius: 0.5, outline: amount === amountOf(move) ? '2px solid #fff' : 'none' }}
        >
          <SmallPicture photo={photo} look={withMove(look, move.id, (one) => withField(one, { strength: amount }))} ratio={1.5} />
          <Typography variant="caption" component="span" sx={{ display: 'block' }}>
            {amount} %
          </Typography>
        </ButtonBase>
      ))}
    </Box>
  );
}

export const matchPanel: MovePanel<'match'> = {
  kind: 'match',
  wish: 'all',
  // What a match does needs another photo; warmer light and more of it shows the way.
  sample: () => ({ kind: 'warmth', params: { warmth: 40, tint: 6 } as never }),
  Controls,
  words: (move) => {
    const reference = referenceOf(move);
    if (!reference) return 'no photo chosen yet';
    const amounts = AMOUNTS.filter((name) => numberOf(move, name) !== 100).map((name) => `${name} ${String(numberOf(move, name))} %`);
    return `like ${reference.name}${move.params?.by === 'pots' ? ', colour by colour' : ''}${amounts.length > 0 ? `, ${amounts.join(', ')}` : ''}`;
  },
};

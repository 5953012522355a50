import CloseIcon from '@mui/icons-material/Close';
import { Box, ButtonBase, Tooltip, Typography } from '@mui/material';
import { useRef } from 'react';
import { HelpMark } from '../../ui/help/HelpMark';
import { paragraph } from '../../ui/help/topic';
import { LabelledSwitch } from '../../ui/controls/LabelledSwitch';
import { OneOf } from '../../ui/controls/OneOf';
import { api, type Readings } from '../../api/client';
import { AXES, HUE_GRADIENT } from '../bench/axes';
import { LearnedControls } from '../choose/LearnedControls';
import { SlideBar } from '../../ui/controls/SlideBar';
import { useSliderSteps } from '../../ui/controls/useSliderSteps';
import { WindowStrip } from './WindowStrip';
import { reachInfo, windowLimit, type Move, type Reach } from '../../model/looks';

interface Props {
  reach: Reach | null;
  reads: NonNullable<Move['reads']>;
  widened: Readings['widened'];
  onChange: (reach: Reach | null, keep: boolean) => void;
  onReads: (reads: NonNullable<Move['reads']>) => void;
  onFailure: (reason: unknown) => void;
  photoKey: string;
  onUnstroke: (index: number) => void;
  onInverted: () => void;
}

const CHROMA = { ...AXES.chroma, max: windowLimit('chroma'), step: 0.005 };

/** Which colours a move acts on: stretches of hue, saturation and lightness, each with soft edges, less the held colours. */
export function ReachEditor({ reach, reads, widened, onChange, onReads, onFailure, photoKey, onUnstroke, onInverted }: Props) {
  // Windows that begin here keep colours in order; those of older files do as they did.
  const now: Reach = reach ?? { widens: true };
  const change = (part: Partial<Reach>, keep: boolean) => {
    const next = { ...now, ...part };
    const everything = !next.learned && !next.hue && !next.chroma && !next.light && !next.invert && (next.held ?? []).length === 0;
    onChange(everything ? null : next, keep);
  };
  const held = now.held ?? [];
  return (
    <Box>
      {now.learned && <LearnedControls reach={now} photoKey={photoKey} onChange={onChange} onUnstroke={onUnstroke} />}
      {now.learned && (
        <Typography variant="caption" component="p" sx={{ mt: 0.5 }}>
          Limit further:
        </Typography>
      )}
      {(now.hue ?? now.chroma ?? now.light) && !now.learned && <Breadth reach={now} onChange={onChange} onFailure={onFailure} />}
      <WindowStrip
        label="Hue"
        whole="every hue"
        value={now.hue ?? null}
        start={{ from: 60, to: 100, softFrom: 15, softTo: 15 }}
        axis={AXES.hue}
        unit="°"
        background={HUE_GRADIENT}
        onChange={(hue, keep) => {
          change({ hue }, keep);
        }}
      />
      <WindowStrip
        label="Saturation"
        whole="weak to strong"
        value={now.chroma ?? null}
        start={{ from: 0.06, to: windowLimit('chroma'), softFrom: 0.03, softTo: 0 }}
        axis={CHROMA}
        unit=""
        background="linear-gradient(90deg, oklch(0.65 0 60), oklch(0.65 0.16 60))"
        onChange={(chroma, keep) => {
          change({ chroma }, keep);
        }}
      />
      <WindowStrip
        label="Lightness"
        whole="dark to light"
        value={now.light ?? null}
        start={{ from: 0.3, to: 1, softFrom: 0.15, softTo: 0 }}
        axis={AXES.light}
        unit=""
        background="linear-gradient(90deg in oklab, #000, #fff)"
        onChange={(light, keep) => {
          change({ light }, keep);
        }}
      />
      {(now.hue ?? now.light) && !now.learned && <OrderKept reach={now} widened={widened} onChange={change} />}
      {held.length > 0 && (
        <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', gap: 0.5, py: 0.25 }} role="list" aria-label="Held colours">
          <Typography variant="body2">Holds</Typography>
          {held.map((one, i) => (
            <Tooltip key={i} title={`${one.colour}, held within ${String(one.radius)} OKLab. Click to release it.`}>
              <ButtonBase
                role="listitem"
                aria-label={`Release ${one.colour}`}
                onClick={() => {
                  change({ held: held.filter((_, j) => j !== i) }, true);
                }}
                sx={{ width: 20, height: 20, bgcolor: one.colour, borderRadius: 0.5, border: '1px solid #222', color: '#fff', '& svg': { opacity: 0, fontSize: 14 }, '&:hover svg, &:focus-visible svg': { opacity: 1 } }}
              >
                <CloseIcon sx={{ filter: 'drop-shadow(0 0 1px #000)' }} />
              </ButtonBase>
            </Tooltip>
          ))}
        </Box>
      )}
      <LabelledSwitch
        label="Invert"
        help="Acts on everything except what was chosen. Held colours stay protected."
        checked={now.invert ?? false}
        onChange={(invert) => {
          change({ invert }, true);
          onInverted();
        }}
      />
      <Box data-topic={paragraph('Selects by')} sx={{ display: 'flex', alignItems: 'center', gap: 0.75, py: 0.25 }}>
        <Tooltip placement="left" title="Original colour: selects by the photo as imported, so that two moves never affect each other. Current colour: selects by the result of the moves above.">
          <Typography variant="body2">Selects by</Typography>
        </Tooltip>
        <HelpMark of="Selects by" />
        <Box sx={{ flex: 1 }} />
        <OneOf label="Selects by" value={reads} options={[{ value: 'source', title: 'Original colour' }, { value: 'running', title: 'Current colour' }]} onChange={onReads} />
      </Box>
    </Box>
  );
}

/** Whether soft edges grow as far as colours need to keep their order, and how far that is. */
function OrderKept({ reach, widened, onChange }: { reach: Reach; widened: Props['widened']; onChange: (part: Partial<Reach>, keep: boolean) => void }) {
  const words = widenedWords(reach, widened);
  return (
    <>
      <LabelledSwitch label={reachInfo('widens').title} help={reachInfo('widens').help} checked={reach.widens ?? false} onChange={(widens) => { onChange({ widens }, true); }} />
      {words.map((line) => (
        <Typography key={line} variant="caption" component="p">
          {line}
        </Typography>
      ))}
    </>
  );
}

/** What has become of the soft edges, a line each. */
export function widenedWords(reach: Reach, widened: Props['widened']): string[] {
  const words: string[] = [];
  const grown = (name: string, before: (number | undefined)[], after: number[], text: (value: number) => string, sides: [string, string]) => {
    after.forEach((value, side) => {
      if (value > (before[side] ?? 0)) words.push(`Soft edge ${sides[side] ?? ''} the ${name} widened to ${text(value)}.`);
    });
  };
  if (widened?.hue) grown('hues', [reach.hue?.softFrom, reach.hue?.softTo], widened.hue, (value) => `${String(Math.round(value))}°`, ['before', 'after']);
  if (widened?.light) grown('tones', [reach.light?.softFrom, reach.light?.softTo], widened.light, (value) => value.toFixed(2), ['below', 'above']);
  if (widened?.folds) words.push('The change is too large for a soft edge: some colours overtake their neighbours. Use less of it, or choose the colour with a stroke.');
  return words;
}

/** Tight to broad: all windows of the reach at once, from where they stand. */
function Breadth({ reach, onChange, onFailure }: { reach: Reach; onChange: Props['onChange']; onFailure: Props['onFailure'] }) {
  const start = useRef<Reach | null>(null);
  const asked = useRef(0);
  const steps = useSliderSteps(0, (next, keep) => {
    start.current ??= reach;
    asked.current += 1;
    const order = asked.current;
    const from = start.current;
    if (keep) start.current = null;
    if (next === 0 && !keep) {
      start.current = null;
      onChange(from, false);
      return;
    }
    api
      .scaledReach(from, 2 ** (next / 50))
      .then((scaled) => {
        // The newest wins; a stale answer of the drag is dropped.
        if (order === asked.current) onChange(scaled, keep);
      })
      .catch(onFailure);
  });
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, pr: 0.75 }}>
      <Typography variant="caption">tighter</Typography>
      <SlideBar
        aria-label="Tighter or broader"
        value={steps.value}
        min={-100}
        max={100}
        track={false}
        marks={[{ value: 0 }]}
        onChange={steps.show}
        onCommit={steps.commit}
        onAbandon={steps.abandon}
        onKeyUp={steps.letGo}
        onBlur={steps.letGo}
      />
      <Typography variant="caption">broader</Typography>
    </Box>
  );
}

/** A reach in a few plain words. */
export function reachWords(reach: Reach | null | undefined): string {
  if (!reach) return 'everything';
  const words: string[] = [];
  if (reach.learned) words.push(learnedWords(reach.learned.strokes ?? []));
  if (reach.hue) words.push(`hues ${String(Math.round(reach.hue.from))}–${String(Math.round(reach.hue.to))}°`);
  if (reach.chroma) words.push(reach.chroma.from > 0.02 ? 'strong colours' : 'weak colours');
  if (reach.light) words.push(reach.light.from > 0.01 ? (reach.light.to < 0.99 ? 'some tones' : 'lighter tones') : 'darker tones');
  if ((reach.held ?? []).length > 0) words.push(`${String((reach.held ?? []).length)} held`);
  const text = words.length === 0 ? 'everything' : words.join(', ');
  return reach.invert ? `all but ${text}` : text;
}

function learnedWords(strokes: { as: 'wanted' | 'held' }[]): string {
  const held = strokes.filter(({ as }) => as === 'held').length;
  const wanted = strokes.length - held;
  const count = `${String(wanted)} ${wanted === 1 ? 'stroke' : 'strokes'}`;
  return strokes.length === 0 ? 'a chosen colour' : held === 0 ? count : `${count}, ${String(held)} held`;
}

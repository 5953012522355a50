import { Box, ToggleButton, Tooltip, Typography } from '@mui/material';
import { AreaPanel } from '../area/AreaPanel';
import { areaWords } from '../area/shapes';
import { SpillList } from '../choose/SpillList';
import { HelpMark } from '../../ui/help/HelpMark';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import { panelOf } from '../panels';
import { percent } from '../pots/percent';
import type { PanelProps, Surroundings } from '../panels/panel';
import { greys } from '../../theme';
import { kindHelp, kindTitle, amountOf, withField, type Move, type MoveKind } from '../../model/looks';
import { ReachEditor, reachWords } from './ReachEditor';
import { Section } from './Section';
import { Softening } from './Softening';

interface Props extends Surroundings {
  move: Move;
  aspect: string | null;
  onAspect: (aspect: string) => void;
  /** Title of the part that is judged alone; null for the whole move. */
  part: string | null;
  onPart: (part: string | null) => void;
  onChange: (move: Move, keep: boolean) => void;
  onPointPot: (pot: number | null) => void;
}

/** The controls of the move at hand: its own, its amount, and what it reaches. */
export function MoveControls({ move, onChange, onPointPot, part, onPart, ...around }: Props) {
  const { source, readings } = around;
  const softened = (move.soften ?? 0) > 0;
  const panel = panelOf(move);
  const Controls = panel.Controls as unknown as React.ComponentType<PanelProps<MoveKind>>;
  const parts = (panel.parts ?? []) as { title: string }[];
  return (
    <Box component="section" aria-label="Controls of the move" data-guide={`moves/${move.kind}`} sx={{ px: 1.5, py: 1, borderTop: `1px solid ${greys.line}`, overflowY: 'auto', flex: 1, minHeight: 0 }}>
      {/* While shapes are drawn, theirs are the controls at hand. */}
      {around.drawsArea && (
        <Box sx={{ pb: 0.5, mb: 1, borderBottom: `1px solid ${greys.line}` }}>
          <Typography variant="subtitle2" component="h2">Area</Typography>
          <AreaPanel areas={around.areas} look={around.look} onDraw={null} />
        </Box>
      )}
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
        <Typography variant="subtitle2" component="h2">{kindTitle(move.kind)}</Typography>
        <HelpMark of={kindTitle(move.kind)} />
      </Box>
      <Typography variant="caption" component="p" sx={{ mt: 0.25, mb: 1, lineHeight: 1.35 }}>
        {kindHelp(move.kind)}
      </Typography>
      <Controls move={move as never} onChange={onChange} {...around} />
      {parts.length > 1 && (
        <Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', gap: 0.25, mt: 0.5 }} role="group" aria-label="Show only one part">
          <Tooltip placement="left" title="Shows only this part of the move, to see what it does. The move is not changed.">
            <Typography variant="caption">Show only</Typography>
          </Tooltip>
          {parts.map(({ title }) => (
            <ToggleButton
              key={title}
              value={title}
              size="small"
              selected={part === title}
              onChange={() => {
                onPart(part === title ? null : title);
              }}
              sx={{ py: 0, px: 0.75, fontSize: '0.75rem', border: 'none' }}
            >
              {title}
            </ToggleButton>
          ))}
        </Box>
      )}
      <Box data-guide="parts/grade" sx={{ borderTop: `1px solid ${greys.line}`, mt: 1, pt: 0.75 }}>
        <ValueSlider
          label="Amount of the move"
          help="How much of the change is mixed in."
          value={amountOf(move)}
          min={0}
          max={100}
          rest={100}
          unit="%"
          onChange={(strength, keep) => {
            onChange(withField(move, { strength }), keep);
          }}
        />
      </Box>
      <Section
        guide="parts/reach"
        title="Reach"
        words={reachWords(move.reach)}
        end={
          readings &&
          readings.reached !== null && (
            <Typography variant="caption" sx={{ flex: 'none' }} title="Share of the picture that the move acts on">
              {percent(readings.reached)} of the photo
            </Typography>
          )
        }
      >
        <ReachEditor
          reach={move.reach ?? null}
          reads={move.reads ?? 'source'}
          widened={readings?.widened ?? null}
          onChange={(reach, keep) => {
            onChange(withField(move, { reach }), keep);
          }}
          onReads={(reads) => {
            if (reads === 'running' && softened) around.onFailure('Edge smoothing works with the original colours only. Set it to none first.');
            else onChange(withField(move, { reads }), true);
          }}
          onFailure={around.onFailure}
          photoKey={around.photoKey}
          onUnstroke={around.onUnstroke}
          onInverted={around.onInverted}
        />
      </Section>
      {move.reach && move.reads !== 'running' && (
        <Box data-guide="parts/reach">
          <Softening move={move} photo={around.photos.find(({ id }) => id === around.photoId)} onChange={onChange} />
        </Box>
      )}
      {move.reach && <SpillList source={source} readings={readings} onPoint={onPointPot} />}
      {!around.drawsArea && (
        <Section guide="tools/area" title="Area" words={areaWords(move.area)}>
          <AreaPanel areas={around.areas} look={around.look} onDraw={around.onDrawArea} />
        </Section>
      )}
    </Box>
  );
}

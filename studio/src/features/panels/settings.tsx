import { LabelledSwitch } from '../../ui/controls/LabelledSwitch';
import { ValueSlider } from '../../ui/controls/ValueSlider';
import { settingInfo, signed, withField, type MoveKind, type MoveOf } from '../../model/looks';

type Values = Record<string, unknown>;

function valuesOf(move: { params?: unknown }): Values {
  return (move.params ?? {}) as Values;
}

/** A number among a move's settings; at rest when it is missing. */
export function numberOf<K extends MoveKind>(move: MoveOf<K>, name: string): number {
  const value = valuesOf(move)[name];
  return typeof value === 'number' ? value : settingInfo(move.kind, name).rest;
}

/** The move with some of its settings changed. */
export function withParams<K extends MoveKind>(move: MoveOf<K>, change: Values): MoveOf<K> {
  return withField(move, { params: { ...valuesOf(move), ...change } as never });
}

/** A number kept within the range of its setting, to a tenth. */
export function within(kind: MoveKind, name: string, value: number): number {
  const { min, max } = settingInfo(kind, name);
  return Math.max(min, Math.min(max, Math.round(value * 10) / 10));
}

interface SlidersProps<K extends MoveKind> {
  move: MoveOf<K>;
  names: readonly string[];
  ends?: Record<string, [string, string]>;
  onChange: (move: MoveOf<K>, keep: boolean) => void;
}

/** One slider a setting, with range, rest and help from the schema. */
export function Sliders<K extends MoveKind>({ move, names, ends = {}, onChange }: SlidersProps<K>) {
  return (
    <>
      {names.map((name) => {
        const info = settingInfo(move.kind, name);
        return (
          <ValueSlider
            key={name}
            label={info.title}
            help={info.help}
            {...(ends[name] ? { ends: ends[name] } : {})}
            value={numberOf(move, name)}
            min={info.min}
            max={info.max}
            rest={info.rest}
            unit={info.unit}
            onChange={(value, keep) => {
              onChange(withParams(move, { [name]: value }), keep);
            }}
          />
        );
      })}
    </>
  );
}

interface FlagProps<K extends MoveKind> {
  move: MoveOf<K>;
  name: string;
  rest: boolean;
  onChange: (move: MoveOf<K>, keep: boolean) => void;
}

/** A setting that is on or off. */
export function Flag<K extends MoveKind>({ move, name, rest, onChange }: FlagProps<K>) {
  const info = settingInfo(move.kind, name);
  const value = valuesOf(move)[name];
  return (
    <LabelledSwitch
      label={info.title}
      help={info.help}
      checked={typeof value === 'boolean' ? value : rest}
      onChange={(next) => {
        onChange(withParams(move, { [name]: next }), true);
      }}
    />
  );
}

/** Numbers that are not at rest, as "hue +20°, saturation −10". */
export function settingWords<K extends MoveKind>(move: MoveOf<K>, names: readonly string[]): string {
  const parts = names
    .filter((name) => numberOf(move, name) !== settingInfo(move.kind, name).rest)
    .map((name) => {
      const { title, unit, min } = settingInfo(move.kind, name);
      const value = numberOf(move, name);
      return `${title.toLowerCase()} ${min < 0 ? signed(value, 1) : String(value)}${unit === '%' ? '' : unit}`;
    });
  return parts.length === 0 ? 'no change' : parts.join(', ');
}

/** Parts of a move that are plain settings: each keeps its own and lets the others rest. */
export function partsOf<K extends MoveKind>(kind: K, names: readonly string[], title: (name: string) => string = (name) => settingInfo(kind, name).title) {
  return names.map((name) => ({
    title: title(name),
    only: (move: MoveOf<K>): MoveOf<K> => withParams(move, Object.fromEntries(names.filter((other) => other !== name).map((other) => [other, settingInfo(kind, other).rest]))),
  }));
}

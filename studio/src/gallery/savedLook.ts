import { withField, type Look, type LookFile } from '../grade/looks';

/** Some moves of a grade as a look of a name. */
export function savedLook(look: Look, name: string, moves: ReadonlySet<string>, reaches: boolean): LookFile {
  return { ...look, name: name.trim(), moves: look.moves.filter(({ id }) => moves.has(id)).map((move) => (reaches ? move : withField(move, { reach: null }))) };
}

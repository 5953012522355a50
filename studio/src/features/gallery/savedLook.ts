import { withField, type Look, type LookFile } from '../../model/looks';

/** Some moves of a grade as a look of a name; areas belong to one photo, and go along only when asked. */
export function savedLook(look: Look, name: string, moves: ReadonlySet<string>, reaches: boolean, areas = false): LookFile {
  const kept = (move: Look['moves'][number]) => (areas || !move.area ? move : withField(move, { area: null }));
  return { ...look, name: name.trim(), moves: look.moves.filter(({ id }) => moves.has(id)).map((move) => kept(reaches ? move : withField(move, { reach: null, soften: 0 }))) };
}

import { OneOf } from '../../ui/controls/OneOf';
import type { Areas } from './useAreas';

/** In the views of a move's weight: all of it, or only what its area or its reach lets through. */
export function WeightShown({ areas }: { areas: Areas }) {
  return (
    <OneOf
      label="Shown of the move"
      value={areas.shows}
      options={[
        { value: 'area', title: 'Area', help: 'Only what the area lets through, whatever its colour' },
        { value: 'reach', title: 'Reach', help: 'Only what the reach takes in, wherever it lies' },
        { value: 'both', title: 'Both', help: 'Where the move acts: what the area and the reach both let through' },
      ]}
      onChange={areas.setShows}
      sx={{ py: 0, px: 0.75, fontSize: '0.75rem' }}
    />
  );
}

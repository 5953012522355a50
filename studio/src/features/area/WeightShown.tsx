import { OneOf } from '../../ui/controls/OneOf';
import type { Areas } from './useAreas';

/** In the views of a move's weight: all of it, or only what its area or its reach lets through. */
export function WeightShown({ areas }: { areas: Areas }) {
  return (
    <OneOf
      label="What is shown"
      value={areas.shows}
      options={[
        { value: 'area', title: 'Area', help: 'The area alone, whatever the colours' },
        { value: 'reach', title: 'Reach', help: 'The reach alone, wherever it is' },
        { value: 'both', title: 'Both', help: 'Where the move acts: inside the area and in its reach' },
      ]}
      onChange={areas.setShows}
      sx={{ py: 0, px: 0.75, fontSize: '0.75rem' }}
    />
  );
}

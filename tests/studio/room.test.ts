import { expect, test } from 'vitest';
import { roomTaken } from '../../studio/src/features/shell/room';

test('room is said in the unit that fits', () => {
  expect([0, 400_000, 1_000_000, 2_340_000, 48_600_000, 999_000_000, 1_240_000_000, 75_000_000_000, 3_100_000_000_000].map(roomTaken)).toEqual(['0 MB', 'under 1 MB', '1 MB', '2.3 MB', '49 MB', '999 MB', '1.2 GB', '75 GB', '3.1 TB']);
});

import { expect, test } from 'vitest';
import { widenedWords } from '../../studio/src/features/ledger/ReachEditor';

const reach = { hue: { from: 60, to: 100, softFrom: 12, softTo: 12 }, light: { from: 0.5, to: 1, softFrom: 0.05, softTo: 0 } };

test('only the edge that grew is named, with what it is now', () => {
  expect(widenedWords(reach, { hue: [12, 59.6], light: null, folds: false })).toEqual(['Soft edge after the hues widened to 60°.']);
  expect(widenedWords(reach, { hue: null, light: [0.3, 0], folds: false })).toEqual(['Soft edge below the tones widened to 0.30.']);
});

test('what no edge helps is said with a way out; nothing is said where nothing grew', () => {
  expect(widenedWords(reach, { hue: null, light: null, folds: true })[0]).toMatch(/some colours overtake their neighbours.*with a stroke/);
  expect(widenedWords(reach, null)).toEqual([]);
});

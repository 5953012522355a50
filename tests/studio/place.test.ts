import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Messages } from '../../studio/src/features/shell/messages';
import { LastPlace, pathOf, routeOf } from '../../studio/src/features/shell/route';
import { staying, withOpen } from '../../studio/src/ui/place/address';

describe('the address', () => {
  it('names set and photo, and what is open', () => {
    expect(withOpen('', 'below', 'readings')).toBe('?below=readings');
    expect(withOpen('?below=readings', 'guide', 'moves/recolour#hue')).toBe('?below=readings&guide=moves/recolour%23hue');
    expect(withOpen('?below=readings&side=looks', 'below', null)).toBe('?side=looks');
    expect(withOpen('?side=looks', 'side', null)).toBe('');
  });

  it('keeps on another photo what belongs to no photo', () => {
    expect(staying('?below=cloud&side=looks&over=deliver&guide=tools/pull')).toBe('?below=cloud&guide=tools/pull');
    expect(staying('?side=add')).toBe('');
  });

  it('is read as it is written', () => {
    for (const path of ['/', '/sets/3', '/sets/3/sheet', '/sets/3/photos/12']) expect(pathOf(routeOf(path))).toBe(path);
  });
});

describe('where one was last', () => {
  let kept: Map<string, string>;
  let last: LastPlace;
  beforeEach(() => {
    kept = new Map();
    last = new LastPlace({ getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => kept.set(key, value) });
  });

  it('is where one begins, as long as that set is there', () => {
    last.keep('/sets/2/photos/9?below=cloud');
    expect(last.among([{ id: 1 }, { id: 2 }])).toBe('/sets/2/photos/9?below=cloud');
    expect(last.among([{ id: 1 }, { id: 3 }])).toBe('/sets/1');
    expect(last.among([])).toBeNull();
  });

  it('is the first set for a newcomer', () => {
    expect(last.among([{ id: 4 }, { id: 5 }])).toBe('/sets/4');
  });
});

describe('messages', () => {
  beforeEach(() => { vi.useFakeTimers(); });

  it('go by themselves, but not while they are pointed at', () => {
    const messages = new Messages();
    messages.say('Removed.');
    messages.stay(true);
    vi.advanceTimersByTime(60_000);
    expect(messages.current?.text).toBe('Removed.');
    messages.stay(false);
    vi.advanceTimersByTime(60_000);
    expect(messages.current).toBeNull();
  });

  it('do what they offer, once, and are gone then', () => {
    const messages = new Messages();
    const run = vi.fn();
    messages.say('Removed.', { title: 'Undo', run });
    messages.act();
    messages.act();
    expect(run).toHaveBeenCalledTimes(1);
    expect(messages.current).toBeNull();
  });

  it('give way to newer ones, and say failures in their own words', () => {
    const messages = new Messages();
    messages.say('Removed.');
    messages.fail(new Error('The disk is full.'));
    expect(messages.current?.text).toBe('The disk is full.');
  });
});

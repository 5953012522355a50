import { describe, expect, it } from 'vitest';
import { FIT, pinched, placeOf } from '../../studio/src/gl/viewport';
import { TouchSlide } from '../../studio/src/ui/controls/touchSlide';
import { topicOf } from '../../studio/src/ui/help/topic';

const track = { left: 100, width: 200, min: -100, max: 100, step: 5 };

describe('a finger on a slider', () => {
  it('changes nothing when it moves across, however it goes on', () => {
    const slide = new TouchSlide({ x: 150, y: 50 }, track);
    expect(slide.to(152, 53)).toEqual({ is: 'waiting' });
    expect(slide.to(155, 70)).toEqual({ is: 'scroll' });
    expect(slide.to(280, 75)).toEqual({ is: 'scroll' });
    expect(slide.end(280, 75)).toBeNull();
  });

  it('slides the value when it moves along, on steps and within the range', () => {
    const slide = new TouchSlide({ x: 150, y: 50 }, track);
    expect(slide.to(171, 52)).toEqual({ is: 'slide', value: -30 });
    expect(slide.to(223, 90), 'across does not matter any more').toEqual({ is: 'slide', value: 25 });
    expect(slide.to(900, 90)).toEqual({ is: 'slide', value: 100 });
    expect(slide.end(20, 90)).toBe(-100);
  });

  it('sets the value where it taps', () => {
    expect(new TouchSlide({ x: 250, y: 50 }, track).end(251, 51)).toBe(50);
  });

  it('sets nothing when it was lifted far from where it came down, though no move was told', () => {
    expect(new TouchSlide({ x: 250, y: 50 }, track).end(251, 140)).toBeNull();
  });
});

describe('two fingers on the photo', () => {
  const photo = { width: 3000, height: 2000 };
  const canvas = { width: 1000, height: 700 };

  it('keep under them what was under them', () => {
    const from = { x: 400, y: 300 };
    const to = { x: 430, y: 260 };
    const before = placeOf(FIT, photo, canvas);
    const after = placeOf(pinched(FIT, photo, canvas, from, to, 2.5), photo, canvas);
    expect(after.width / before.width).toBeCloseTo(2.5, 2);
    expect((to.x - after.left) / after.width).toBeCloseTo((from.x - before.left) / before.width, 2);
    expect((to.y - after.top) / after.height).toBeCloseTo((from.y - before.top) / before.height, 2);
  });
});

describe('where something is explained', () => {
  /** An element with some attributes inside of another. */
  const element = (attributes: Record<string, string>, parent: Element | null = null): Element => {
    const self = {
      getAttribute: (name: string) => attributes[name] ?? null,
      closest: (selector: string): Element | null => (attributes[selector.slice(1, -1)] !== undefined ? (self as unknown as Element) : (parent?.closest(selector) ?? null)),
      contains: (other: unknown): boolean => other === self || (other as { parent?: unknown }).parent === self,
      parent,
    };
    return self as unknown as Element;
  };

  it('is the page of the part it is in, and the paragraph of the control', () => {
    const part = element({ 'data-guide': 'moves/shift' });
    expect(topicOf(element({ 'data-topic': 'hue' }, part))).toBe('moves/shift#hue');
    expect(topicOf(element({}, part))).toBe('moves/shift');
    expect(topicOf(element({}))).toBeNull();
    expect(topicOf(null)).toBeNull();
  });

  it('is no paragraph of what lies further out', () => {
    const control = element({ 'data-topic': 'hue' }, element({ 'data-guide': 'moves/shift' }));
    expect(topicOf(element({ 'data-guide': 'parts/reach' }, control))).toBe('parts/reach');
  });
});

import { describe, expect, it } from 'vitest';
import { islandsOf } from '../../studio/src/features/bench/islands';
import { FirstStep } from '../../studio/src/features/first/firstStep';
import { SizeMemory, usualSize } from '../../studio/src/ui/layout/sizes';
import { inPane, lastPaneLeft, paneOf } from '../../studio/src/gl/viewport';
import { differs } from '../../studio/src/features/pots/leaning';

function storage(): Pick<Storage, 'getItem' | 'setItem'> {
  const kept = new Map<string, string>();
  return { getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => void kept.set(key, value) };
}

describe('sizes of the parts of the desk', () => {
  it('grow with the window, within what makes sense', () => {
    expect(usualSize('right', { width: 1280, height: 800 })).toBe(302);
    expect(usualSize('right', { width: 2560, height: 1440 })).toBe(474);
    expect(usualSize('bench', { width: 1280, height: 800 })).toBe(142);
    expect(usualSize('bench', { width: 2560, height: 1440 })).toBe(255);
    expect(usualSize('left', { width: 1024, height: 700 })).toBe(172);
  });

  it('are as they were left; what is kept and makes no sense is not taken', () => {
    const kept = storage();
    const memory = new SizeMemory(kept);
    const small = { width: 1280, height: 800 };
    expect(memory.of('left', small)).toBe(172);
    memory.keep('left', 233.4);
    expect(memory.of('left', small)).toBe(233);
    expect(memory.of('right', small)).toBe(302);
    memory.keep('bench', 5000);
    expect(memory.of('bench', small)).toBe(640);
    kept.setItem('size-of-left', 'wide');
    expect(memory.of('left', small)).toBe(172);
  });
});

describe('what to do first', () => {
  it('is said until it has been taken, and never again', () => {
    const kept = storage();
    const first = new FirstStep(kept);
    expect(first.wanted).toBe(true);
    first.done();
    expect(first.wanted).toBe(false);
    expect(new FirstStep(kept).wanted).toBe(false);
  });
});

describe('two views side by side', () => {
  const canvas = { width: 1008, height: 500 };
  it('share the canvas with a gap between, and are linked', () => {
    expect(paneOf(canvas, 2)).toEqual({ width: 500, height: 500 });
    expect(lastPaneLeft(canvas, 2)).toBe(508);
    expect(inPane(100, canvas, 2)).toBe(100);
    expect(inPane(608, canvas, 2)).toBe(100);
  });
  it('are one when there is one', () => {
    expect(paneOf(canvas, 1)).toBe(canvas);
    expect(inPane(700, canvas, 1)).toBe(700);
  });
});

describe('names on the bench', () => {
  const pot = (name: string, share: number, oklch: number[]) => ({ name, share, oklch, colour: '#888888' });
  const size = { width: 720, height: 100 };
  it('stand where their colours are, the largest first; none lies over another, and greys have no hue to stand at', () => {
    const names = islandsOf([pot('ochre', 0.05, [0.6, 0.1, 70]), pot('deep ochre', 0.2, [0.5, 0.1, 72]), pot('teal', 0.1, [0.4, 0.06, 190]), pot('grey', 0.5, [0.5, 0.005, 200])], 'hue-chroma', 0.2, size);
    expect(names.map(({ name }) => name)).toEqual(['deep ochre', 'teal']);
    expect(names[1]?.x).toBeCloseTo(190 / 360, 6);
    expect(names[1]?.y).toBeCloseTo(0.3, 6);
  });
  it('stay on the plane at its edges, and have room once it is taller', () => {
    const pots = [pot('a rose with a long name', 0.3, [0.5, 0.2, 358]), pot('ochre', 0.05, [0.6, 0.08, 70]), pot('deep ochre', 0.2, [0.5, 0.12, 72])];
    const [rose] = islandsOf(pots, 'hue-chroma', 0.2, size);
    expect((rose?.x ?? 0) * size.width).toBeLessThan(size.width - 60);
    expect(rose?.y).toBeLessThan(1);
    expect(islandsOf(pots, 'hue-chroma', 0.2, { width: 720, height: 400 })).toHaveLength(3);
  });
});

describe('a leaning', () => {
  const cast = (amount: number, hue: number) => {
    const [x, y] = [Math.cos((hue * Math.PI) / 180), Math.sin((hue * Math.PI) / 180)];
    return { zone: 'shadows', evidence: 1, amount, lean: 'blue', ab: [amount * x, amount * y] as [number, number], dial: [x, y] as [number, number], neutral: 0.3, words: 'slightly blue' };
  };
  it('is another one only when a person would see it', () => {
    expect(differs(cast(5, 270), cast(5.4, 271))).toBe(false);
    expect(differs(cast(5, 270), cast(3, 270))).toBe(true);
    expect(differs(cast(5, 270), cast(5, 90))).toBe(true);
    expect(differs(cast(0.1, 10), cast(0.1, 190)), 'of two greys the direction means nothing').toBe(false);
  });
});

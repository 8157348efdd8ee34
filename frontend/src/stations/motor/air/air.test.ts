import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Cloud } from './cloud.svelte';
import { Playback } from './playback.svelte';

class Source {
  static last: Source;
  closed = false;
  onmessage?: (event: { data: string }) => void;
  onerror?: () => void;
  #ends: (() => void)[] = [];
  constructor(readonly address: string) {
    Source.last = this;
  }
  addEventListener(_: string, end: () => void) {
    this.#ends.push(end);
  }
  say(points: number[][], done: number) {
    this.onmessage?.({ data: JSON.stringify({ points, done }) });
  }
  end() {
    this.#ends.forEach((e) => e());
  }
  close() {
    this.closed = true;
  }
}

describe('a cloud as it is flown', () => {
  beforeEach(() => vi.stubGlobal('EventSource', Source));
  afterEach(() => vi.unstubAllGlobals());

  it('grows until it is done', () => {
    const cloud = new Cloud();
    cloud.start('/a');
    Source.last.say([[1, 2]], 1);
    Source.last.say(
      [
        [3, 4],
        [5, 6],
      ],
      3,
    );
    expect([cloud.points.length, cloud.done, cloud.running]).toEqual([3, 3, true]);
    Source.last.end();
    expect([cloud.running, Source.last.closed, cloud.failed]).toEqual([false, true, '']);
  });

  it('begins anew without what another one left, whose connection is closed', () => {
    const cloud = new Cloud();
    cloud.start('/a');
    const first = Source.last;
    first.say([[1, 2]], 1);
    cloud.start('/b');
    expect([first.closed, cloud.points.length, cloud.done, Source.last.address]).toEqual([true, 0, 0, '/b']);
  });

  it('says when no answer came, but not of one that was over', () => {
    const cloud = new Cloud();
    cloud.start('/a');
    Source.last.onerror?.();
    expect([cloud.running, cloud.failed]).toEqual([false, expect.stringContaining('Try again')]);
    cloud.start('/a');
    Source.last.end();
    Source.last.onerror?.();
    expect(cloud.failed).toBe('');
  });

  it('knows whether anything had come back when it was stopped by hand', () => {
    const cloud = new Cloud();
    cloud.start('/a');
    cloud.giveUp();
    expect(cloud.emptied).toBe(true);
    cloud.start('/a');
    Source.last.say([[1, 2]], 1);
    cloud.giveUp();
    expect([cloud.emptied, cloud.points.length]).toEqual([false, 1]);
  });
});

describe('a flight played back', () => {
  let frames: ((now: number) => void)[] = [];
  let now = 0;
  beforeEach(() => {
    frames = [];
    now = 1000;
    vi.stubGlobal('requestAnimationFrame', (f: (now: number) => void) => frames.push(f));
    vi.stubGlobal('cancelAnimationFrame', () => (frames = []));
    vi.spyOn(performance, 'now').mockImplementation(() => now);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.restoreAllMocks();
  });
  const later = (ms: number) => {
    now += ms;
    frames.splice(0).forEach((f) => f(now));
  };

  it('runs by the clock, at its rate, and stops where the flight ends', () => {
    const play = new Playback(() => 3);
    play.rate = 2;
    play.toggle();
    later(500);
    expect(play.at).toBeCloseTo(1);
    later(500);
    expect([play.at, play.playing]).toEqual([2, true]);
    later(5000);
    expect([play.at, play.playing, frames.length]).toEqual([3, false, 0]);
  });

  it('begins again from the start once it was over, and stands still when stopped', () => {
    const play = new Playback(() => 3);
    play.seek(99);
    expect(play.at).toBe(3);
    play.toggle();
    expect(play.at).toBe(0);
    later(100);
    play.toggle();
    later(5000);
    expect(play.at).toBeCloseTo(0.1);
    play.seek(-4);
    expect(play.at).toBe(0);
  });
});

import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { trackPointer, type Track } from "./trackPointer";

/** A window of nothing but events and frames, which come when the test says so. */
const page = new EventTarget();
const noKeys = { ctrlKey: false, altKey: false };
let frames: ((time: number) => void)[] = [];
let time = 0;
const frame = (milliseconds = 16) => {
  const due = frames;
  frames = [];
  time += milliseconds;
  for (const run of due) run(time);
};

beforeEach(() => {
  frames = [];
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  vi.stubGlobal("addEventListener", page.addEventListener.bind(page));
  // Node takes no plain boolean here, as browsers do.
  vi.stubGlobal("removeEventListener", (type: string, listener: EventListener, capture = false) =>
    page.removeEventListener(type, listener, { capture }),
  );
  vi.stubGlobal("navigator", { userAgent: "X11; Linux" });
  vi.stubGlobal("requestAnimationFrame", (run: (time: number) => void) => frames.push(run));
  vi.stubGlobal("cancelAnimationFrame", () => (frames = []));
});
afterEach(() => {
  vi.runAllTimers();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

function pointer(type: string, x: number, y: number, pointerId = 1) {
  const event = Object.assign(new Event(type, { cancelable: true }), { clientX: x, clientY: y, pointerId, ...noKeys });
  page.dispatchEvent(event);
  return event;
}

function key(name: string, held: { ctrlKey?: boolean; altKey?: boolean } = {}) {
  const event = Object.assign(new Event("keydown", { cancelable: true }), { key: name, ...noKeys, ...held });
  page.dispatchEvent(event);
  return event;
}

/** Presses at 100, 100 in something that scrolls from 0 to 400. */
function press(track: Partial<Track> = {}, pointerType = "mouse") {
  const scroller = { scrollTop: 500, getBoundingClientRect: () => ({ top: 0, bottom: 400 }) };
  const heard = { begin: vi.fn(), move: vi.fn(), end: vi.fn() };
  const down = { clientX: 100, clientY: 100, pointerId: 1, pointerType, ...noKeys } as PointerEvent;
  trackPointer(down, { threshold: 4, scroller: () => scroller as never, ...heard, ...track });
  return { scroller, ...heard };
}

describe("a press", () => {
  test("that does not go far is a click, and is left alone", () => {
    const { begin, move, end } = press();
    expect(pointer("pointermove", 102, 101).defaultPrevented).toBe(false);
    pointer("pointerup", 102, 101);
    expect([begin, move].map((heard) => heard.mock.calls.length)).toEqual([0, 0]);
    expect(end).toHaveBeenCalledExactlyOnceWith(true, false);
    expect(pointer("click", 102, 101).defaultPrevented).toBe(false);
  });

  test("that goes far enough is followed frame by frame, and to where it is let go", () => {
    const { begin, move, end } = press();
    pointer("pointermove", 110, 100);
    pointer("pointermove", 120, 100);
    expect(begin).toHaveBeenCalledTimes(1);
    expect(move).not.toHaveBeenCalled();
    frame();
    expect(move).toHaveBeenLastCalledWith(120, 100, false);
    pointer("pointerup", 150, 160);
    expect(move).toHaveBeenLastCalledWith(150, 160, false);
    expect(end).toHaveBeenCalledExactlyOnceWith(true, true);
    expect(frames).toEqual([]);
  });

  test.each([
    ["X11; Linux", { ctrlKey: true }, { altKey: true }],
    ["Macintosh; Mac OS X", { altKey: true }, { ctrlKey: true }],
  ])("copies while the key for it is held on %s, also when that is pressed on the way", (userAgent, copies, moves) => {
    vi.stubGlobal("navigator", { userAgent });
    const { move } = press();
    pointer("pointermove", 110, 100);
    key("Modifier", copies);
    frame();
    expect(move).toHaveBeenLastCalledWith(110, 100, true);
    key("Modifier", moves);
    frame();
    expect(move).toHaveBeenLastCalledWith(110, 100, false);
    pointer("pointerup", 110, 100);
  });

  test("that was a drag swallows the click behind it, and no later one", () => {
    press();
    pointer("pointermove", 110, 100);
    pointer("pointerup", 110, 100);
    expect(pointer("click", 110, 100).defaultPrevented).toBe(true);
    expect(pointer("click", 110, 100).defaultPrevented).toBe(false);
    press();
    pointer("pointermove", 110, 100);
    pointer("pointerup", 110, 100);
    vi.runAllTimers();
    expect(pointer("click", 110, 100).defaultPrevented).toBe(false);
  });

  test("scrolls what it rests at an edge of, and nothing in between", () => {
    const { scroller } = press();
    pointer("pointermove", 100, 200);
    frame();
    frame(300);
    expect(scroller.scrollTop).toBe(500);
    pointer("pointermove", 100, 390);
    frame();
    frame(190);
    expect(scroller.scrollTop).toBe(500);
    frame(10);
    frame(20);
    expect(scroller.scrollTop).toBe(500 + 6 + 12);
    pointer("pointermove", 100, 10);
    frame();
    expect(scroller.scrollTop).toBe(518);
    frame(200);
    expect(scroller.scrollTop).toBeCloseTo(518 - 20.4);
  });

  test("that comes in over an edge finds what it aimed at where it was", () => {
    const { scroller } = press();
    for (const y of [395, 385, 370, 340, 200]) {
      pointer("pointermove", 100, y);
      frame(60);
    }
    expect(scroller.scrollTop).toBe(500);
  });

  test("ends without effect by Escape or when the pointer is lost; other keys and pointers are not its own", () => {
    for (const leave of [() => key("Escape"), () => pointer("pointercancel", 0, 0)]) {
      const { move, end } = press();
      pointer("pointermove", 300, 300, 2);
      frame();
      expect(move).not.toHaveBeenCalled();
      pointer("pointermove", 120, 100);
      expect(key("a").defaultPrevented).toBe(false);
      pointer("pointerup", 300, 300, 2);
      expect(end).not.toHaveBeenCalled();
      leave();
      expect(end).toHaveBeenCalledExactlyOnceWith(false, true);
      pointer("pointermove", 200, 200);
      pointer("pointerup", 200, 200);
      frame();
      expect(end).toHaveBeenCalledTimes(1);
      expect(move).not.toHaveBeenCalled();
    }
  });

  test("that has not moved yet leaves Escape to others", () => {
    const { end } = press();
    expect(key("Escape").defaultPrevented).toBe(false);
    expect(end).not.toHaveBeenCalled();
    pointer("pointerup", 100, 100);
  });
});

describe("a finger", () => {
  test("that moves at once scrolls, and carries nothing", () => {
    const { begin, end } = press({ holds: true }, "touch");
    pointer("pointermove", 100, 112);
    expect(end).toHaveBeenCalledExactlyOnceWith(false, false);
    vi.advanceTimersByTime(1000);
    pointer("pointermove", 100, 160);
    pointer("pointerup", 100, 160);
    expect(begin).not.toHaveBeenCalled();
    expect(end).toHaveBeenCalledTimes(1);
  });

  test("that rests carries, and may tremble before it does", () => {
    const { begin, move, end } = press({ holds: true }, "touch");
    pointer("pointermove", 103, 102);
    vi.advanceTimersByTime(349);
    expect(begin).not.toHaveBeenCalled();
    vi.advanceTimersByTime(1);
    expect(begin).toHaveBeenCalledTimes(1);
    pointer("pointermove", 180, 240);
    frame();
    expect(move).toHaveBeenLastCalledWith(180, 240, false);
    pointer("pointerup", 180, 240);
    expect(end).toHaveBeenCalledExactlyOnceWith(true, true);
  });

  test("that is lifted before it rested has pressed, and nothing comes after", () => {
    const { begin, end } = press({ holds: true }, "touch");
    pointer("pointerup", 100, 100);
    vi.advanceTimersByTime(1000);
    expect(begin).not.toHaveBeenCalled();
    expect(end).toHaveBeenCalledExactlyOnceWith(true, false);
  });

  test("carries at once what nobody scrolls by, and a mouse waits for nothing", () => {
    for (const [holds, type] of [
      [false, "touch"],
      [true, "mouse"],
    ] as const) {
      const { begin } = press({ holds }, type);
      pointer("pointermove", 110, 100);
      expect(begin).toHaveBeenCalledTimes(1);
      pointer("pointerup", 110, 100);
    }
  });
});

import { Turns, drawn } from './turns';

function busy(milliseconds: number): void {
  const end = performance.now() + milliseconds;
  while (performance.now() < end);
}

describe('long work in turns', () => {
  it('is over its turn after some milliseconds, and begins another behind what waits', async () => {
    const turns = new Turns();
    expect(turns.isOver).toBeFalse();
    busy(15);
    expect(turns.isOver).toBeTrue();
    let isOtherDone = false;
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => (isOtherDone = true);
    port2.postMessage(null);
    await turns.next();
    expect(isOtherDone).toBeTrue();
    expect(turns.isOver).toBeFalse();
    port1.close();
  });

  it('waits until a change is drawn, or for a moment where nothing is', async () => {
    let frames = 0;
    const count = requestAnimationFrame(() => frames++);
    await drawn();
    expect(frames).toBe(1);
    cancelAnimationFrame(count);
    const never = spyOn(globalThis, 'requestAnimationFrame').and.returnValue(0);
    await drawn();
    expect(never).toHaveBeenCalledTimes(1);
  });
});

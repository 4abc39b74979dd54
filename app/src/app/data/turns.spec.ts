import { Turns } from './turns';

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
});

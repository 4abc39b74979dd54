import { whenNear } from './nearby';

describe('what waits until it comes near', () => {
  let far: HTMLElement;
  let told: number;
  beforeEach(() => {
    told = 0;
    far = document.createElement('div');
    far.textContent = 'far down';
    far.style.marginTop = '20000px';
    document.body.append(far);
    scrollTo(0, 0);
  });
  afterEach(() => far.remove());
  const until = async (holds: () => boolean): Promise<void> => {
    for (let left = 100; !holds() && left > 0; left--) await new Promise((resolve) => setTimeout(resolve, 20));
  };
  /** Two frames: long enough for an observer to have looked. */
  const aWhile = (): Promise<void> =>
    new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 50))));

  it('is told once, when it is scrolled near', async () => {
    whenNear(far, () => told++);
    await aWhile();
    expect(told).toBe(0);
    far.scrollIntoView();
    await until(() => told > 0);
    scrollTo(0, 0);
    await aWhile();
    far.scrollIntoView();
    await aWhile();
    expect(told).toBe(1);
  });

  it('is told before the page is printed', () => {
    whenNear(far, () => told++);
    dispatchEvent(new Event('beforeprint'));
    dispatchEvent(new Event('beforeprint'));
    expect(told).toBe(1);
  });

  it('is left alone once it gave up, or when something else waits in its place', async () => {
    whenNear(far, () => (told += 100));
    const giveUp = whenNear(far, () => (told += 10));
    giveUp();
    far.scrollIntoView();
    dispatchEvent(new Event('beforeprint'));
    await aWhile();
    expect(told).toBe(0);
  });
});

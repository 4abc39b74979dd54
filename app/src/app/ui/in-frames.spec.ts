import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { inFrames } from './in-frames';

@Component({ template: '{{ shown().length }}' })
class Host {
  readonly list = signal(Array.from({ length: 45 }, (_, index) => index));
  readonly shown = inFrames(this.list, 14);
}

const frame = (): Promise<void> => new Promise((resolve) => requestAnimationFrame(() => resolve()));

describe('a list in frames', () => {
  it('begins with a part, comes whole within some frames, and stays whole', async () => {
    const { componentInstance: host } = TestBed.createComponent(Host);
    expect(host.shown()).toEqual(host.list().slice(0, 14));
    for (let count = 0; count < 4; count++) await frame();
    expect(host.shown()).toEqual(host.list());
    for (let count = 0; count < 20; count++) await frame();
    host.list.update((list) => [...list, ...list, ...list, ...list, ...list, ...list, ...list, ...list]);
    expect(host.shown().length).toBe(360);
  });

  it('stops counting when its component is gone', async () => {
    const fixture = TestBed.createComponent(Host);
    fixture.destroy();
    await frame();
    await frame();
    expect(fixture.componentInstance.shown().length).toBe(14);
  });
});

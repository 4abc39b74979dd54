import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { CodeEditor } from './code-editor';
import { cityOf, agoText, dateOf, longDay, shortDay, timeIn } from './dates';
import { Markdown } from './markdown';
import { StrengthLine } from './strength-line';

describe('the strength line', () => {
  it('puts the dot at its chance and says range and goal in words', () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(StrengthLine);
    fixture.componentRef.setInput('strength', { point: 0.42, low: 0.2, high: 0.7 });
    fixture.componentRef.setInput('goal', 0.75);
    fixture.componentRef.setInput('isThin', true);
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    expect(element.querySelector<HTMLElement>('.dot.thin')?.style.left).toBe('42%');
    expect(element.textContent.trim()).toBe('not enough yet; 42\u00A0%, likely 20\u00A0% to 70\u00A0%; goal 75\u00A0%');
  });
});

describe('markdown of the person’s own', () => {
  // What was shown before in the same go has used up its time; a new one begins after a timer.
  beforeEach(() => new Promise<void>((resolve) => setTimeout(resolve, 5)));
  const show = (text: string): HTMLElement => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(Markdown);
    fixture.componentRef.setInput('text', text);
    fixture.detectChanges();
    return fixture.nativeElement as HTMLElement;
  };

  it('shows emphasis, lists and code', () => {
    expect(show('**n** and `x`\n\n- one').querySelectorAll('strong, code, li')).toHaveSize(3);
  });

  it('takes a star within a word for a product', () => {
    const element = show('18*10*m*2 states, *few* of them');
    expect(element.textContent.trim()).toBe('18*10*m*2 states, few of them');
    expect(element.querySelector('em')?.textContent).toBe('few');
  });

  it('lets nothing run, load or look like something else', () => {
    const element = show(
      '<img src=x onerror=alert(1)><script>alert(1)</script>\n\n[x](javascript:alert(1)) ![y](http://tide.example/y.png) [z](https://tide.example)',
    );
    expect(element.querySelectorAll('script, img, [onerror], [href^="javascript"]')).toHaveSize(0);
    expect(element.querySelector('a')?.rel).toBe('noopener noreferrer');
  });
});

describe('dates for people', () => {
  it('are short and name their zone', () => {
    expect([shortDay('2026-11-24'), longDay('2026-11-24')]).toEqual(['24 Nov', 'Tuesday, 24 November']);
    expect(dateOf('2025-11-24T12:00:00.000Z', 'UTC', '2026-01-01')).toBe('24 November 2025');
    expect(timeIn('2026-12-21T09:00:00.000Z', 'Europe/Oslo')).toBe('Mon 21 Dec, 10:00');
    expect(cityOf('America/Argentina/Buenos_Aires')).toBe('Buenos Aires');
    expect([agoText(0), agoText(1), agoText(9)]).toEqual(['today', 'yesterday', '9 days ago']);
  });
});

describe('the code editor', () => {
  it('is as high before it is loaded as after, so that nothing below it moves away under a hand', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(CodeEditor);
    const element = fixture.nativeElement as HTMLElement;
    document.body.append(element);
    const code = 'def f(n):\n    return n\n\nf(3)\n';
    fixture.componentRef.setInput('code', code);
    fixture.detectChanges();
    expect(element.querySelector('pre')?.textContent.trim()).toBe(code.trim());
    const before = element.getBoundingClientRect().height;
    expect(before).toBeGreaterThan(80);
    const end = performance.now() + 20_000;
    while (!element.querySelector('.cm-gutters') && performance.now() < end)
      await new Promise((resolve) => setTimeout(resolve, 10));
    await fixture.whenStable();
    fixture.detectChanges();
    expect(element.querySelectorAll('pre')).toHaveSize(0);
    expect(Math.abs(element.getBoundingClientRect().height - before)).toBeLessThan(2);
    fixture.destroy();
  });
});

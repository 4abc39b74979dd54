import { type Type, provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Router, type Routes, provideRouter, withComponentInputBinding } from '@angular/router';
import { RouterTestingHarness } from '@angular/router/testing';
import { type Changes, write } from '../data/commands';
import type { LernenDatabase } from '../data/database';
import { Repository } from '../data/repository';
import { DerivedStore } from '../store/derived-store';
import { Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { REPOSITORY } from '../store/profile';
import { emptyDatabase } from './database';

/** Milliseconds, on a machine of the usual kind. */
const patience = 8000 * slownessOf(window);
jasmine.DEFAULT_TIMEOUT_INTERVAL = 2 * patience;

/** How many times as slow as usual this machine is, as whoever runs the tests has measured. */
function slownessOf(page: Window & { readonly __karma__?: { readonly config: { readonly args?: string[] } } }): number {
  const args = page.__karma__?.config.args ?? [];
  return Number(args[args.indexOf('--slowness') + 1]) || 1;
}

/** A place opened at an address over a real database and the real workers, used as a person would use it. */
export class OpenPage {
  constructor(
    readonly element: HTMLElement,
    readonly database: LernenDatabase,
    private readonly fixture: ComponentFixture<unknown>,
    private readonly repository: HeldRepository,
  ) {}

  /** Has the sittings read, where the page was opened before they were. */
  async readOn(): Promise<void> {
    this.repository.letGo();
    await this.log.whole();
    await this.settle();
  }

  get log(): LogStore {
    return TestBed.inject(LogStore);
  }

  get url(): string {
    return TestBed.inject(Router).url;
  }

  /** What was said at the foot of the page last. */
  get said(): string {
    return TestBed.inject(Notices).current()?.text ?? '';
  }

  get text(): string {
    return this.element.textContent.replace(/\s+/g, ' ').trim();
  }

  all(selector: string): HTMLElement[] {
    return [...this.element.querySelectorAll<HTMLElement>(selector)];
  }

  /** The button, link or menu entry of this name, in the page or in an overlay. */
  control(name: string): HTMLElement {
    const controls = 'button, a, [role="button"], [role="option"]';
    const overlaid = [...document.querySelectorAll<HTMLElement>(`.cdk-overlay-container :is(${controls})`)];
    const found = [...overlaid, ...this.all(controls)].find(
      (it) => (it.getAttribute('aria-label') ?? it.textContent.replace(/\s+/g, ' ').trim()) === name,
    );
    if (!found) throw new Error(`There is nothing called “${name}” in: ${this.text}`);
    return found;
  }

  field(label: string): HTMLInputElement {
    const labelled = this.element.querySelector<HTMLInputElement>(`[aria-label="${label}"]`);
    const names = this.all('label').find((it) => it.textContent.trim().startsWith(label));
    const wrapping = names && this.element.querySelector<HTMLInputElement>(`#${names.getAttribute('for') ?? ''}`);
    const found = labelled ?? wrapping;
    if (!found) throw new Error(`There is no field “${label}” in: ${this.text}`);
    return found;
  }

  async press(name: string): Promise<void> {
    this.control(name).click();
    await this.settle();
  }

  /** Writes into a field and leaves it. */
  async fill(label: string, value: string): Promise<void> {
    const field = this.field(label);
    field.value = value;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    field.dispatchEvent(new Event('change', { bubbles: true }));
    field.dispatchEvent(new Event('focusout', { bubbles: true }));
    await this.settle();
  }

  /** Chooses one of the options that a field offers. */
  async choose(label: string, option: string): Promise<void> {
    // What opens the list is the field's first part.
    this.field(label).firstElementChild?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    await this.settle();
    await this.press(option);
  }

  /** Ends the workers and removes the database. */
  async close(): Promise<void> {
    this.repository.letGo();
    TestBed.inject(DerivedStore).stop();
    TestBed.inject(Files).stop();
    await TestBed.inject(LogStore).catchUp();
    TestBed.resetTestingModule();
    // What the page had under way ends before its database does.
    await new Promise((resolve) => setTimeout(resolve, 30));
    await this.database.delete();
  }

  async settle(): Promise<void> {
    await this.fixture.whenStable();
    this.fixture.detectChanges();
  }

  /** Waits until something holds, and fails with the page's text when it does not come. */
  async until(holds: () => boolean): Promise<void> {
    const end = performance.now() + patience;
    while (!holds()) {
      if (performance.now() > end) throw new Error(`It did not come. The page says: ${this.text}`);
      await new Promise((resolve) => setTimeout(resolve, 20));
      await this.settle();
    }
  }
}

/** Reads the sittings when it is told to. */
class HeldRepository extends Repository {
  private isHeld = true;
  private readonly waiting: (() => void)[] = [];

  letGo(): void {
    this.isHeld = false;
    for (const goOn of this.waiting) goOn();
  }

  override async catchUp(): Promise<boolean> {
    if (this.isHeld) await new Promise<void>((resolve) => this.waiting.push(resolve));
    return super.catchUp();
  }
}

/**
 * Opens a component at an address, with these records in an otherwise empty database. `route` says which part of the
 * address is an input, such as `problems/:id`. With `begun` the page is there before the sittings are read.
 */
export async function openPage(
  component: Type<unknown>,
  address = '/',
  records: Changes = {},
  route = (address.split('?')[0] ?? '').slice(1),
  reading: 'whole' | 'begun' = 'whole',
): Promise<OpenPage> {
  const page = await openAt([{ path: route, component }], records, reading);
  await TestBed.inject(Router).navigateByUrl(address);
  await page.settle();
  return page;
}

/** The frame with all its places, before the sittings are read. None of the places was gone to yet. */
export async function openFrame(frame: Type<unknown>, places: Routes, records: Changes): Promise<OpenPage> {
  const nowhere = { path: 'nowhere', children: [] };
  const page = await openAt([{ path: '', component: frame, children: [nowhere, ...places] }], records, 'begun');
  await TestBed.inject(Router).navigateByUrl('/nowhere');
  return page;
}

async function openAt(routes: Routes, records: Changes, reading: 'whole' | 'begun'): Promise<OpenPage> {
  const database = await emptyDatabase();
  const repository = new HeldRepository(database);
  if (reading === 'whole') repository.letGo();
  await write(database, records, 'What was there');
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideRouter([...routes, { path: '**', children: [] }], withComponentInputBinding()),
      { provide: REPOSITORY, useValue: repository },
    ],
  });
  const log = TestBed.inject(LogStore);
  await (reading === 'whole' ? log.catchUp() : log.begin());
  const { fixture } = await RouterTestingHarness.create();
  return new OpenPage(fixture.nativeElement as HTMLElement, database, fixture, repository);
}

/** A day, `YYYY-MM-DD`, as a field shows it. */
export function shownDay(day: string): string {
  const parts = { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' } as const;
  return new Date(`${day}T00:00:00Z`).toLocaleDateString('en-GB', parts).replace(/[,.]/g, '').replace('Sept', 'Sep');
}

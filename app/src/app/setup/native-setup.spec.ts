import { TestBed } from '@angular/core/testing';
import { ServerFailure } from '../data/ask-server';
import { NativeLanguages, type NativeState } from '../store/native-languages';
import { type OpenPage, openPage } from '../testing/page';
import { NativeSetup } from './native-setup';

describe('the languages of the machine in Setup', () => {
  let page: OpenPage;
  afterEach(() => page.close());

  /** The page over a server that answers so. */
  const open = async (state: () => Promise<NativeState>): Promise<boolean[]> => {
    const turned: boolean[] = [];
    const turn = (isOn: boolean): Promise<NativeState> => {
      turned.push(isOn);
      return Promise.resolve({ ...there, isOn });
    };
    TestBed.configureTestingModule({ providers: [{ provide: NativeLanguages, useValue: { state, turn } }] });
    page = await openPage(NativeSetup, '/setup');
    return turned;
  };
  const there: NativeState = {
    isOn: false,
    confined: 'without network',
    tools: [
      { family: 'cpp', name: 'C++', version: 'g++ 12.2.0', install: 'g++' },
      { family: 'ruby', name: 'Ruby', version: null, install: 'ruby' },
    ],
  };

  it('are off until they are switched on, and then stand there with their versions, or what to install', async () => {
    const turned = await open(() => Promise.resolve(there));
    await page.until(() => page.text.includes('without network'));
    expect(page.all('table')).toHaveSize(0);
    page.all('button[role="switch"]')[0]?.click();
    await page.until(() => page.all('tbody tr').length === 2);
    expect(turned).toEqual([true]);
    expect(page.text).toContain('g++ 12.2.0');
    expect(page.text).toContain('not there; install ruby');
    page.all('button[role="switch"]')[0]?.click();
    await page.until(() => page.all('table').length === 0);
    expect(turned).toEqual([true, false]);
  });

  it('say why nothing can be had where the server does not answer', async () => {
    await open(() => Promise.reject(new ServerFailure('away', 'The server does not answer.')));
    await page.until(() => page.text.includes('The server does not answer. Everything else works.'));
    expect(page.all('button[role="switch"]')).toHaveSize(0);
  });
});

import { Injectable } from '@angular/core';
import { type NativeState, nativeState, switchNative } from '../data/native-client';

export type { NativeState } from '../data/native-client';

/** Whether the server runs programs in the languages of the machine. */
@Injectable({ providedIn: 'root' })
export class NativeLanguages {
  /** @throws ServerFailure */
  state(): Promise<NativeState> {
    return nativeState();
  }

  /** Switches it on or off. @throws ServerFailure */
  async turn(isOn: boolean): Promise<NativeState> {
    await switchNative(isOn);
    return nativeState();
  }
}

import { Injectable, inject } from '@angular/core';
import { DefaultUrlSerializer, type UrlTree } from '@angular/router';
import { PROFILE } from '../store/profile';

/** Keeps `?demo` in every address of the demo, so that a link opened in a new tab stays in that world. */
@Injectable()
export class ProfileUrlSerializer extends DefaultUrlSerializer {
  private readonly profile = inject(PROFILE);

  override serialize(tree: UrlTree): string {
    const address = super.serialize(tree);
    if (this.profile === 'own') return address;
    // A question mark behind the # belongs to the fragment.
    const [, path = '', query = '', fragment = ''] = /^([^?#]*)(?:\?([^#]*))?(#.*)?$/s.exec(address) ?? [];
    const others = query.split('&').filter((part) => part !== '' && !/^demo(?:=|$)/.test(part));
    return `${path}?${['demo', ...others].join('&')}${fragment}`;
  }
}

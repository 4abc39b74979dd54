import { LernenError } from '@lernen/core/errors';

/** Why the server gives nothing: it does not answer (`away`), this browser has no key (`no-key`), or in its own words. */
export class ServerFailure extends LernenError {}

/** Asks the server for something. `away` says what that means where it does not answer. @throws ServerFailure */
export async function askServer(path: string, away: string, options?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, options);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new ServerFailure('away', away);
  }
  if (response.ok) return response;
  const answer = (await response.json().catch(() => null)) as { readonly error?: string } | null;
  const why = answer?.error ?? `The server answered ${response.status}.`;
  throw new ServerFailure(response.status === 401 ? 'no-key' : 'refused', why);
}

import { CostError } from '../errors';
import { readCost } from './read-cost';

/** Why a cost cannot be read, for people; null where it can, and where none is written. */
export function costFault(text: string | null): string | null {
  if (text === null || text.trim() === '') return null;
  try {
    readCost(text);
    return null;
  } catch (error) {
    if (error instanceof CostError) return error.message;
    throw error;
  }
}

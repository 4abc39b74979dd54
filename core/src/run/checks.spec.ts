import { checkOf, checksOf, resultOf } from './checks';
import type { Ran } from './job';
import type { Signature } from './signature';
import { formatValue } from './write-value';

const call: Signature = { shape: 'call', name: 'f', parameters: [{ name: 'a', type: '' }] };
const two: Signature = { shape: 'call', name: 'f', parameters: [...call.parameters, { name: 'k', type: '' }] };

/** The arguments of examples, or why they cannot be read. */
function given(signature: Signature, ...inputs: string[]): string[] {
  return checksOf(
    inputs.map((input, index) => ({ id: String(index), input, expected: '' })),
    signature,
  ).map((check) => {
    if (check.fault !== null) return check.fault;
    if (check.input.shape === 'call') return check.input.given.map(formatValue).join('; ');
    return check.input.shape === 'object'
      ? check.input.calls.map(([name, values]) => `${name}(${values.map(formatValue).join(', ')})`).join(' ')
      : check.input.text;
  });
}

describe('examples as checks', () => {
  it('are lists in all where one is a list', () => {
    expect(given(call, '5 2 4', '4', '[]')).toEqual(['[5, 2, 4]', '[4]', '[]']);
    expect(given(call, '3 1 / 2 5', '4')).toEqual(['[[3, 1], [2, 5]]', '[[4]]']);
    expect(given(call, '7', '8')).toEqual(['7', '8']);
    expect(given(call, '#../.##', '...')).toEqual(['["#..", ".##"]', '["..."]']);
    expect(given(call, '1/2', 'a/b')).toEqual(['"1/2"', '"a/b"']);
    expect(given(call, '1..4 2..6')).toEqual(['[[1, 4], [2, 6]]']);
  });

  it('give what is named to its name, and the rest in its order', () => {
    expect(given(two, 'k = 2, a = [1]')).toEqual(['[1]; 2']);
    expect(given(two, '5 2, k = 2')).toEqual(['[5, 2]; 2']);
    expect(given(two, 'a = 1')).toEqual([
      'Cannot read the value at position 1: expected 2 arguments (a, k), and 1 stand there.',
    ]);
  });

  it('are calls, one behind the other or as two lists', () => {
    const object: Signature = { shape: 'object', name: 'Mast' };
    expect(given(object, 'Mast(2) push(5, "a)") pop()')).toEqual(['Mast(2) push(5, "a)") pop()']);
    expect(given(object, '["push", "pop"], [[5], []]')).toEqual(['push(5) pop()']);
    expect(given(object, 'raise the flag')[0]).toContain('expected calls such as push(5) pop()');
  });

  it('say what a run came to, whatever it was', () => {
    const check = checkOf({ id: 'x', input: '1', expected: 'none' }, call);
    const verdict = (ran: Ran | null): string => {
      const { verdict: said, message } = resultOf(check, ran);
      return message === '' ? said : `${said}: ${message}`;
    };
    const rest = { printed: '', ms: 1 };
    expect(verdict({ outcome: 'answered', value: [], ...rest })).toBe('right');
    expect(verdict({ outcome: 'answered', value: [1], ...rest })).toBe('wrong');
    expect(verdict({ outcome: 'too-slow', ...rest })).toBe('too-slow: It took too long, and was ended.');
    expect(verdict({ outcome: 'too-much-memory', ...rest })).toBe(
      'too-much-memory: It needed too much memory, and was ended.',
    );
    expect(verdict({ outcome: 'crashed', message: 'no', line: 2, ...rest })).toBe('crashed: no');
    expect(verdict(null)).toBe('crashed: It was not run to its end.');
  });
});

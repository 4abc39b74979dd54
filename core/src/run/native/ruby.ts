import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';

/** Methods and classes that Ruby declares outermost. */
export function declaredInRuby(code: string): Declared[] {
  const pattern = /^([ \t]*)(def|class)[ \t]+(?:self\.)?([A-Za-z_]\w*[?!]?)[ \t]*(?:\(([^)]*)\)|([^\n;#<]*))/gm;
  return [...code.matchAll(pattern)].map(
    ([, indent = '', word, name = '', inBrackets, bare = '']): Declared => ({
      name,
      kind: word === 'class' ? 'class' : 'function',
      isOuter: indent === '',
      parameters: word === 'class' ? [] : parametersOf(inBrackets ?? bare),
    }),
  );
}

function parametersOf(given: string): Parameter[] {
  return given
    .split(',')
    .map((part) => part.trim().replace(/\s*=.*$/s, ''))
    .filter((part) => /^[a-z_]\w*$/.test(part))
    .map((name) => ({ name, type: '' }));
}

/** Ruby beside a program that asks it. */
export function rubyProgram(code: string, signature: Signature): Program {
  if (signature.shape === 'stdio') return { signature, text: code };
  return {
    signature,
    text: code,
    harness: harness.replaceAll('NAME', signature.name).replace('IS_CALL', String(signature.shape === 'call')),
  };
}

const harness = String.raw`require 'json'
require 'set'

module LernenGive
  def self.give(value)
    case value
    when nil then 'null'
    when true, false, Integer then value.to_s
    when Float then value.nan? ? 'NaN' : value.infinite? ? (value < 0 ? '-Infinity' : 'Infinity') : value.to_s
    when String, Symbol then JSON.generate(value.to_s)
    when Hash then '{' + value.map { |key, item| JSON.generate(key.to_s) + ':' + give(item) }.join(',') + '}'
    when Enumerable then '[' + value.map { |item| give(item) }.join(',') + ']'
    else JSON.generate(value.to_s)
    end
  end
end

lernen_input = JSON.parse(STDIN.read, allow_nan: true)
lernen_now = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
begin
  require_relative 'solution'
  lernen_started = lernen_now.call
  if IS_CALL
    lernen_value = send(:NAME, *lernen_input['given'])
    lernen_ms = (lernen_now.call - lernen_started) * 1000
    lernen_answer = LernenGive.give(lernen_value)
  else
    lernen_calls = lernen_input['calls']
    lernen_made = !lernen_calls.empty? && lernen_calls[0][0] == 'NAME'
    lernen_thing = Object.const_get('NAME').new(*(lernen_made ? lernen_calls[0][1] : []))
    lernen_answers = lernen_calls.each_with_index.map do |(name, given), index|
      lernen_made && index == 0 ? 'null' : LernenGive.give(lernen_thing.public_send(name, *given))
    end
    lernen_ms = (lernen_now.call - lernen_started) * 1000
    lernen_answer = '[' + lernen_answers.join(',') + ']'
  end
  lernen_told = '{"outcome":"answered","ms":' + lernen_ms.to_s + ',"value":' + lernen_answer + '}'
rescue NoMemoryError
  STDERR.puts 'out of memory'
  exit 3
rescue SyntaxError => error
  lernen_line = error.message[/solution\.rb:(\d+)/, 1]
  lernen_told = '{"outcome":"did-not-compile","line":' + (lernen_line || 'null') + ',"message":' + JSON.generate(error.message.lines.first.to_s.sub(/\A.*solution\.rb:\d+: /, '').strip) + '}'
rescue SystemExit
  lernen_told = '{"outcome":"crashed","message":"It ended itself."}'
rescue Exception => error
  lernen_line = (error.backtrace || []).join("\n")[/solution\.rb:(\d+)/, 1]
  lernen_told = '{"outcome":"crashed","line":' + (lernen_line || 'null') + ',"message":' + JSON.generate("#{error.class}: #{error.message.lines.first.to_s.strip}") + '}'
end
STDOUT.flush
STDOUT.write("\u001e" + lernen_told + "\n")
STDOUT.flush
exit! 0
`;

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

/** Ruby beside a program that asks it. Its parameters have no types: which of them are nodes or a tree has to be told. */
export function rubyProgram(code: string, signature: Signature): Program {
  if (signature.shape === 'stdio') return { signature, text: code };
  const told = signature.shape === 'call' ? signature.parameters.map(({ type }) => JSON.stringify(type)) : [];
  const returns = signature.shape === 'call' ? (signature.returns ?? '') : '';
  const isDeclared = /^\s*(?:class\s+Node\b|Node\s*=)/m.test(code);
  return {
    signature,
    text: code,
    harness: harness
      .replaceAll('NAME', signature.name)
      .replace('IS_CALL', String(signature.shape === 'call'))
      .replace('TOLD', `[${told.join(', ')}]`)
      .replaceAll('RETURNS', JSON.stringify(returns))
      .replace('NODES', isDeclared ? '' : providedNodes),
  };
}

const providedNodes = `class Node
  attr_accessor :value, :next, :left, :right
  def initialize(value = 0, following = nil)
    @value, @next = value, following
  end
end
`;

const harness = String.raw`require 'json'
require 'set'

NODES
module LernenNodes
  def self.node(item)
    required = Node.instance_method(:initialize).arity
    required = -required - 1 if required < 0
    made = Node.new(*([item] + [nil] * [required - 1, 0].max))
    made.value = item if made.respond_to?(:value=)
    made
  end

  def self.made(items, kind)
    return items unless %w[nodes tree].include?(kind) && items.is_a?(Array)
    if kind == 'nodes'
      return items.reverse.reduce(nil) { |following, item| node(item).tap { |made| made.next = following } }
    end
    return nil if items.empty? || items[0].nil?
    root = node(items[0])
    open = [root]
    items.drop(1).each_slice(2) do |sides|
      parent = open.shift
      break unless parent
      %i[left= right=].zip(sides) do |side, item|
        next if item.nil?
        made = node(item)
        parent.public_send(side, made)
        open << made
      end
    end
    root
  end

  # What is in nodes: in their order, or level by level with nil where none is.
  def self.items(first)
    is_tree = first.respond_to?(:left) && (RETURNS == 'tree' || (RETURNS != 'nodes' && !first.respond_to?(:next)) || first.left || first.right)
    items, open = [], [first]
    open.each_with_index do |node, at|
      raise 'The nodes never end.' if at > 400_000
      items << node&.value if node || is_tree
      next unless node
      is_tree ? open.push(node.left, node.right) : open.push(node.next)
    end
    items.pop while !items.empty? && items.last.nil?
    items
  end
end

module LernenGive
  def self.give(value)
    return give(LernenNodes.items(value)) if Object.const_defined?(:Node) && value.is_a?(Node)
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
    lernen_given = lernen_input['given'].zip(TOLD).map { |value, kind| LernenNodes.made(value, kind) }
    lernen_value = send(:NAME, *lernen_given)
    lernen_value = [] if lernen_value.nil? && %w[nodes tree].include?(RETURNS)
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

import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';
import { withoutComments } from './code-text';
import { type NodeKind, missingNodes, writesFieldsSmall } from './nodes';

/** Functions and types that Go declares; methods belong to their types. */
export function declaredInGo(code: string): Declared[] {
  const plain = withoutComments(code);
  const functions = [...plain.matchAll(/^func\s+([A-Za-z_]\w*)\s*\(([^)]*)\)/gm)].map(
    ([, name = '', given = '']): Declared => ({
      name,
      parameters: parametersOf(given),
      kind: 'function',
      isOuter: true,
    }),
  );
  const types = [...plain.matchAll(/^type\s+([A-Za-z_]\w*)\s+/gm)].map(
    ([, name = '']): Declared => ({ name, parameters: [], kind: 'class', isOuter: true }),
  );
  return [...functions, ...types];
}

/** `a, b []int, k int`: what has no type of its own has that of the next. */
function parametersOf(given: string): Parameter[] {
  let type = '';
  return given
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .reverse()
    .map((part) => {
      const [, name = part, own] = /^(\w+)(?:\s+(.+))?$/s.exec(part) ?? [];
      type = own ?? type;
      return { name, type };
    })
    .reverse();
}

/** Go beside a file of its package that asks it. */
export function goProgram(code: string, signature: Signature): Program {
  const text = /^\s*package\s/m.test(withoutComments(code)) ? code : `package main; ${code}`;
  if (signature.shape === 'stdio') return { signature, text };
  const { name } = signature;
  const missing = missingNodes(code, signature);
  const asks = harness + (missing === null ? '' : providedNodes(missing, writesFieldsSmall(code)));
  if (signature.shape === 'call')
    return {
      signature,
      text,
      harness: asks.replace('ASKED', `return lernenCall(reflect.ValueOf(${name}), input.Given)`),
    };
  const plain = withoutComments(code);
  const methods = [...plain.matchAll(new RegExp(`^func\\s*\\(\\s*(?:\\w+\\s+)?\\*?${name}\\s*\\)\\s*(\\w+)`, 'gm'))];
  const [, maker] = new RegExp(`^func\\s+((?:New|new|Make|make)${name})\\s*\\(`, 'm').exec(plain) ?? [];
  const table = methods.map(([, method = '']) => `"${method.toLowerCase()}": reflect.ValueOf(thing.${method})`);
  const make =
    maker === undefined
      ? `thing := new(${name}); _ = given`
      : `thing := lernenMade(reflect.ValueOf(${maker}), given).(*${name})`;
  const made =
    maker === undefined || new RegExp(`${maker}\\s*\\([^)]*\\)\\s*\\*`).test(plain)
      ? make
      : make.replace(`.(*${name})`, `.(${name})`);
  return {
    signature,
    text,
    harness: asks.replace(
      'ASKED',
      `isMade := len(input.Calls) > 0 && lernenName(input.Calls[0]) == "${name}"
	given := []interface{}{}
	if isMade { given = input.Calls[0][1].([]interface{}) }
	${made}
	return lernenCalls("${name}", map[string]reflect.Value{${table.join(', ')}}, input.Calls, isMade)`,
    ),
  };
}

/** The fields are written as the code writes them. */
function providedNodes(kind: NodeKind, isLower: boolean): string {
  const name = (word: string): string => (isLower ? word.toLowerCase() : word);
  const links = kind === 'tree' ? ['Left', 'Right'] : ['Next'];
  return `type Node struct {\n\t${name('Value')} int\n\t${links.map(name).join(', ')} *Node\n}\n`;
}

const harness = String.raw`package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"os"
	"reflect"
	"regexp"
	"runtime/debug"
	"sort"
	"strconv"
	"strings"
	"time"
	"unsafe"
)

type lernenInput struct {
	Given []interface{}
	Calls [][]interface{}
}

var lernenStarted time.Time
var lernenTook time.Duration

func lernenAsked(input lernenInput) string {
	ASKED
}

func main() {
	text, _ := io.ReadAll(os.Stdin)
	decoder := json.NewDecoder(bytes.NewReader(text))
	decoder.UseNumber()
	var input lernenInput
	answer := ""
	if err := decoder.Decode(&input); err != nil {
		answer = lernenCrash("The input cannot be read: "+err.Error(), "")
	} else {
		answer = lernenSafely(input)
	}
	os.Stdout.Sync()
	os.Stdout.WriteString("\x1e" + answer + "\n")
}

func lernenSafely(input lernenInput) (answer string) {
	defer func() {
		if problem := recover(); problem != nil {
			answer = lernenCrash(fmt.Sprint(problem), string(debug.Stack()))
		}
	}()
	lernenStarted = time.Now()
	value := lernenAsked(input)
	if lernenTook == 0 { lernenTook = time.Since(lernenStarted) }
	return fmt.Sprintf("{\"outcome\":\"answered\",\"ms\":%f,\"value\":%s}", float64(lernenTook.Microseconds())/1000, value)
}

func lernenCrash(message string, stack string) string {
	line := "null"
	if found := regexp.MustCompile("solution\\.go:(\\d+)").FindStringSubmatch(stack); found != nil { line = found[1] }
	return "{\"outcome\":\"crashed\",\"line\":" + line + ",\"message\":" + lernenText(message) + "}"
}

func lernenText(text string) string {
	var out bytes.Buffer
	encoder := json.NewEncoder(&out)
	encoder.SetEscapeHTML(false)
	encoder.Encode(text)
	return strings.TrimSpace(out.String())
}

func lernenTaken(function reflect.Value, given []interface{}) []reflect.Value {
	kind := function.Type()
	if kind.NumIn() != len(given) { panic(fmt.Sprintf("It takes %d arguments, and %d are given.", kind.NumIn(), len(given))) }
	taken := make([]reflect.Value, len(given))
	for at := range given { taken[at] = lernenTake(given[at], kind.In(at)) }
	return taken
}

func lernenCall(function reflect.Value, given []interface{}) string {
	taken := lernenTaken(function, given)
	lernenStarted = time.Now()
	results := function.Call(taken)
	lernenTook = time.Since(lernenStarted)
	if len(results) == 0 && len(taken) > 0 { return lernenGive(taken[0]) }
	return lernenResults(results)
}

func lernenMade(maker reflect.Value, given []interface{}) interface{} {
	return maker.Call(lernenTaken(maker, given))[0].Interface()
}

func lernenName(call []interface{}) string { return call[0].(string) }

func lernenCalls(owner string, methods map[string]reflect.Value, calls [][]interface{}, isMade bool) string {
	lernenStarted = time.Now()
	answers := make([]string, len(calls))
	for at, call := range calls {
		if at == 0 && isMade { answers[at] = "null"; continue }
		method, isThere := methods[strings.ToLower(lernenName(call))]
		if !isThere { panic(owner + " has no " + lernenName(call) + ".") }
		answers[at] = lernenResults(method.Call(lernenTaken(method, call[1].([]interface{}))))
	}
	return "[" + strings.Join(answers, ",") + "]"
}

func lernenResults(results []reflect.Value) string {
	if len(results) == 0 { return "null" }
	if len(results) == 1 { return lernenGive(results[0]) }
	parts := make([]string, len(results))
	for at, result := range results { parts[at] = lernenGive(result) }
	return "[" + strings.Join(parts, ",") + "]"
}

// The fields of a type of nodes: its value, then next, or left and right. Nil for any other type.
func lernenNode(wanted reflect.Type) []int {
	if wanted.Kind() != reflect.Ptr || wanted.Elem().Kind() != reflect.Struct { return nil }
	value := -1
	links := map[string]int{}
	for at := 0; at < wanted.Elem().NumField(); at++ {
		field := wanted.Elem().Field(at)
		if field.Type == wanted { links[strings.ToLower(field.Name)] = at } else if value < 0 { value = at }
	}
	left, isLeft := links["left"]
	right, isRight := links["right"]
	next, isNext := links["next"]
	if value < 0 { return nil }
	if isLeft && isRight { return []int{value, left, right} }
	if isNext { return []int{value, next} }
	return nil
}

// A field of a node, also one that only its own package may write.
func lernenField(node reflect.Value, at int) reflect.Value {
	field := node.Elem().Field(at)
	return reflect.NewAt(field.Type(), unsafe.Pointer(field.UnsafeAddr())).Elem()
}

func lernenNodes(items []interface{}, wanted reflect.Type, fields []int) reflect.Value {
	node := func(item interface{}) reflect.Value {
		made := reflect.New(wanted.Elem())
		value := lernenField(made, fields[0])
		value.Set(lernenTake(item, value.Type()))
		return made
	}
	first := reflect.Zero(wanted)
	if len(fields) == 2 {
		for at := len(items) - 1; at >= 0; at-- {
			made := node(items[at])
			lernenField(made, fields[1]).Set(first)
			first = made
		}
		return first
	}
	if len(items) == 0 || items[0] == nil { return first }
	first = node(items[0])
	open := []reflect.Value{first}
	for at := 1; at < len(items) && len(open) > 0; at += 2 {
		parent := open[0]
		open = open[1:]
		for side := 0; side < 2 && at+side < len(items); side++ {
			if items[at+side] == nil { continue }
			made := node(items[at+side])
			lernenField(parent, fields[1+side]).Set(made)
			open = append(open, made)
		}
	}
	return first
}

// What is in nodes: in their order, or level by level with null where none is.
func lernenItems(first reflect.Value, fields []int) string {
	parts := []string{}
	open := []reflect.Value{first}
	for at := 0; at < len(open); at++ {
		if at > 400000 { panic("The nodes never end.") }
		if open[at].IsNil() {
			if len(fields) == 3 { parts = append(parts, "null") }
			continue
		}
		parts = append(parts, lernenGive(lernenField(open[at], fields[0])))
		for _, side := range fields[1:] { open = append(open, lernenField(open[at], side)) }
	}
	for len(parts) > 0 && parts[len(parts)-1] == "null" { parts = parts[:len(parts)-1] }
	return "[" + strings.Join(parts, ",") + "]"
}

func lernenTake(from interface{}, wanted reflect.Type) reflect.Value {
	made := reflect.New(wanted).Elem()
	if from == nil { return made }
	switch wanted.Kind() {
	case reflect.Interface:
		made.Set(reflect.ValueOf(from))
	case reflect.String:
		made.SetString(fmt.Sprint(from))
	case reflect.Bool:
		made.SetBool(from.(bool))
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		if text, isText := from.(string); isText { made.SetInt(int64([]rune(text)[0])); break }
		number, err := strconv.ParseInt(string(from.(json.Number)), 10, 64)
		if err != nil { panic("A whole number was expected, and " + fmt.Sprint(from) + " stands there.") }
		made.SetInt(number)
	case reflect.Uint, reflect.Uint8, reflect.Uint16, reflect.Uint32, reflect.Uint64:
		if text, isText := from.(string); isText { made.SetUint(uint64(text[0])); break }
		number, err := strconv.ParseUint(string(from.(json.Number)), 10, 64)
		if err != nil { panic("A whole number was expected, and " + fmt.Sprint(from) + " stands there.") }
		made.SetUint(number)
	case reflect.Float32, reflect.Float64:
		number, _ := from.(json.Number).Float64()
		made.SetFloat(number)
	case reflect.Slice:
		if text, isText := from.(string); isText {
			if wanted.Elem().Kind() == reflect.Uint8 { return reflect.ValueOf([]byte(text)) }
			return reflect.ValueOf([]rune(text))
		}
		items := from.([]interface{})
		made = reflect.MakeSlice(wanted, len(items), len(items))
		for at := range items { made.Index(at).Set(lernenTake(items[at], wanted.Elem())) }
	case reflect.Array:
		for at, item := range from.([]interface{}) { made.Index(at).Set(lernenTake(item, wanted.Elem())) }
	case reflect.Map:
		made = reflect.MakeMap(wanted)
		for key, item := range from.(map[string]interface{}) {
			var name interface{} = key
			if wanted.Key().Kind() != reflect.String { name = json.Number(key) }
			made.SetMapIndex(lernenTake(name, wanted.Key()), lernenTake(item, wanted.Elem()))
		}
	case reflect.Ptr:
		items, isList := from.([]interface{})
		fields := lernenNode(wanted)
		if fields == nil || !isList { panic("An argument of type " + wanted.String() + " cannot be given here.") }
		return lernenNodes(items, wanted, fields)
	default:
		panic("An argument of type " + wanted.String() + " cannot be given here.")
	}
	return made
}

func lernenGive(value reflect.Value) string {
	switch value.Kind() {
	case reflect.Invalid:
		return "null"
	case reflect.Struct:
		if value.CanAddr() && lernenNode(value.Addr().Type()) != nil { return lernenGive(value.Addr()) }
	case reflect.Ptr, reflect.Interface:
		if fields := lernenNode(value.Type()); fields != nil { return lernenItems(value, fields) }
		if value.IsNil() { return "null" }
		return lernenGive(value.Elem())
	case reflect.String:
		return lernenText(value.String())
	case reflect.Bool:
		return strconv.FormatBool(value.Bool())
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		return strconv.FormatInt(value.Int(), 10)
	case reflect.Uint, reflect.Uint8, reflect.Uint16, reflect.Uint32, reflect.Uint64:
		return strconv.FormatUint(value.Uint(), 10)
	case reflect.Float32, reflect.Float64:
		number := value.Float()
		if math.IsNaN(number) { return "NaN" }
		if math.IsInf(number, 0) { if number < 0 { return "-Infinity" }; return "Infinity" }
		return strconv.FormatFloat(number, 'g', -1, 64)
	case reflect.Slice, reflect.Array:
		if value.Kind() == reflect.Slice && value.Type().Elem().Kind() == reflect.Uint8 { return lernenText(string(value.Bytes())) }
		parts := make([]string, value.Len())
		for at := range parts { parts[at] = lernenGive(value.Index(at)) }
		return "[" + strings.Join(parts, ",") + "]"
	case reflect.Map:
		parts := []string{}
		for _, key := range value.MapKeys() { parts = append(parts, lernenText(fmt.Sprint(key)) + ":" + lernenGive(value.MapIndex(key))) }
		sort.Strings(parts)
		return "{" + strings.Join(parts, ",") + "}"
	}
	return lernenText(fmt.Sprint(value))
}
`;

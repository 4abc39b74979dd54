import type { Program } from '../job';
import type { Signature } from '../signature';
import { filledHarness, wrapped } from './classes';
import { type NodeKind, missingNodes, writesFieldsSmall } from './nodes';

/** C# beside a class that asks it: its types say what the arguments become. */
export function csharpProgram(code: string, signature: Signature): Program {
  if (signature.shape === 'stdio') return { signature, text: code };
  const usual = 'using System; using System.Collections.Generic; using System.Linq; using System.Text; ';
  const missing = missingNodes(code, signature);
  const nodes = missing === null ? '' : providedNodes(missing, writesFieldsSmall(code));
  return { signature, text: usual + wrapped(code), harness: filledHarness(harness, code, signature) + nodes };
}

/** The fields are written as the code writes them. */
function providedNodes(kind: NodeKind, isLower: boolean): string {
  const name = (word: string): string => (isLower ? word : `${word.charAt(0).toUpperCase()}${word.slice(1)}`);
  const links = kind === 'tree' ? ['left', 'right'] : ['next'];
  const given = links.map((word) => `, Node ${word} = null`).join('');
  const set = ['value', ...links].map((word) => `this.${name(word)} = ${word};`).join(' ');
  return `public class Node {
  public int ${name('value')};
  public Node ${links.map(name).join(', ')};
  public Node(int value = 0${given}) { ${set} }
}
`;
}

const harness = String.raw`using System;
using System.Collections;
using System.Collections.Generic;
using System.Diagnostics;
using System.Globalization;
using System.IO;
using System.Linq;
using System.Numerics;
using System.Reflection;
using System.Text;

static class Lernen {
  const string name = "NAME";
  static readonly bool isCall = "IS_CALL";
  static readonly string[] classes = { "CLASSES" };
  const BindingFlags all = BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Static | BindingFlags.Instance | BindingFlags.DeclaredOnly;
  static readonly Stopwatch watch = new Stopwatch();

  static void Main() {
    CultureInfo.DefaultThreadCurrentCulture = CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
    var thread = new System.Threading.Thread(Run, 200 << 20);
    thread.Start();
    thread.Join();
  }

  static void Run() {
    var answer = new StringBuilder();
    try {
      var input = (Dictionary<string, object>)new JsonReader(new StreamReader(Console.OpenStandardInput(), Encoding.UTF8).ReadToEnd()).Value();
      watch.Start();
      var value = isCall ? Call((List<object>)input["given"]) : Calls((List<object>)input["calls"]);
      answer.Append("{\"outcome\":\"answered\",\"ms\":").Append(watch.Elapsed.TotalMilliseconds).Append(",\"value\":").Append(value).Append("}");
    } catch (Exception thrown) {
      var error = thrown is TargetInvocationException && thrown.InnerException != null ? thrown.InnerException : thrown;
      if (error is OutOfMemoryException) { Console.Error.WriteLine("out of memory"); Environment.Exit(3); }
      answer.Append("{\"outcome\":\"crashed\",\"message\":");
      Give(error.GetType().Name + ": " + error.Message, answer);
      answer.Append("}");
    }
    Console.Out.Flush();
    var bytes = Encoding.UTF8.GetBytes("\u001e" + answer + "\n");
    var stream = Console.OpenStandardOutput();
    stream.Write(bytes, 0, bytes.Length);
    stream.Flush();
    Environment.Exit(0);
  }

  static string Call(List<object> given) {
    foreach (var owner in classes) {
      var type = typeof(Lernen).Assembly.GetType(owner);
      foreach (var method in type == null ? new MethodInfo[0] : type.GetMethods(all)) {
        if (method.Name != name || method.GetParameters().Length != given.Count || method.IsAbstract) continue;
        var self = method.IsStatic ? null : Made(type, new List<object>());
        var taken = Taken(given, method.GetParameters());
        watch.Restart();
        var value = method.Invoke(self, taken);
        watch.Stop();
        var answer = new StringBuilder();
        if (method.ReturnType == typeof(void)) Give(taken.FirstOrDefault(), answer);
        else Give(value, method.ReturnType, answer);
        return answer.ToString();
      }
    }
    throw new ArgumentException("There is no " + name + " that takes " + given.Count + " arguments.");
  }

  static string Calls(List<object> calls) {
    var type = typeof(Lernen).Assembly.GetType(name);
    var isMade = calls.Count > 0 && name.Equals(((List<object>)calls[0])[0]);
    var thing = Made(type, isMade ? (List<object>)((List<object>)calls[0])[1] : new List<object>());
    var answer = new StringBuilder("[");
    watch.Restart();
    for (var at = 0; at < calls.Count; at++) {
      if (at > 0) answer.Append(",");
      var call = (List<object>)calls[at];
      if (at == 0 && isMade) { answer.Append("null"); continue; }
      var given = (List<object>)call[1];
      var method = type.GetMethods(all).FirstOrDefault(it => string.Equals(it.Name, (string)call[0], StringComparison.OrdinalIgnoreCase) && it.GetParameters().Length == given.Count);
      if (method == null) throw new ArgumentException(name + " has no " + call[0] + " that takes so much.");
      var value = method.Invoke(thing, Taken(given, method.GetParameters()));
      Give(value, method.ReturnType, answer);
    }
    return answer.Append("]").ToString();
  }

  static object Made(Type type, List<object> given) {
    var maker = type.GetConstructors(all).FirstOrDefault(it => !it.IsStatic && it.GetParameters().Length == given.Count);
    if (maker == null) throw new ArgumentException(type.Name + " cannot be made with " + given.Count + " arguments.");
    return maker.Invoke(Taken(given, maker.GetParameters()));
  }

  static object[] Taken(List<object> given, ParameterInfo[] wanted) {
    return wanted.Select((it, at) => Take(given[at], it.ParameterType)).ToArray();
  }

  /** The fields of a type of nodes: its value, then next, or left and right. Null for any other type. */
  static FieldInfo[] NodeFields(Type type) {
    if (type.Assembly != typeof(Lernen).Assembly || !type.IsClass) return null;
    FieldInfo value = null;
    var links = new Dictionary<string, FieldInfo>();
    foreach (var field in type.GetFields(BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance)) {
      // A property keeps its value in <Next>k__BackingField.
      var word = field.Name.Split('>')[0].TrimStart('<', '_').ToLowerInvariant();
      if (field.FieldType == type) links[word] = field;
      else if (value == null) value = field;
    }
    if (value == null) return null;
    if (links.ContainsKey("left") && links.ContainsKey("right")) return new[] { value, links["left"], links["right"] };
    return links.ContainsKey("next") ? new[] { value, links["next"] } : null;
  }

  static object Node(FieldInfo[] fields, object item, Type type) {
    var value = Take(item, fields[0].FieldType);
    var maker = type.GetConstructors(BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Instance).OrderBy(it => it.GetParameters().Length).First();
    var given = maker.GetParameters().Select(it => it.ParameterType == fields[0].FieldType ? value : it.ParameterType.IsValueType ? Activator.CreateInstance(it.ParameterType) : null);
    var made = maker.Invoke(given.ToArray());
    fields[0].SetValue(made, value);
    return made;
  }

  static object Nodes(List<object> items, FieldInfo[] fields, Type type) {
    object first = null;
    if (fields.Length == 2) {
      for (var at = items.Count - 1; at >= 0; at--) {
        var made = Node(fields, items[at], type);
        fields[1].SetValue(made, first);
        first = made;
      }
      return first;
    }
    var open = new Queue<object>();
    if (items.Count > 0 && items[0] != null) open.Enqueue(first = Node(fields, items[0], type));
    for (var at = 1; at < items.Count && open.Count > 0; at += 2) {
      var parent = open.Dequeue();
      for (var side = 0; side < 2 && at + side < items.Count; side++) {
        if (items[at + side] == null) continue;
        var made = Node(fields, items[at + side], type);
        fields[1 + side].SetValue(parent, made);
        open.Enqueue(made);
      }
    }
    return first;
  }

  /** What is in nodes: in their order, or level by level with null where none is. */
  static List<object> ItemsOf(object first, FieldInfo[] fields) {
    var items = new List<object>();
    var open = new List<object> { first };
    for (var at = 0; at < open.Count; at++) {
      if (at > 400000) throw new ArgumentException("The nodes never end.");
      var node = open[at];
      if (node != null || fields.Length == 3) items.Add(node == null ? null : fields[0].GetValue(node));
      if (node != null) for (var side = 1; side < fields.Length; side++) open.Add(fields[side].GetValue(node));
    }
    while (items.Count > 0 && items[items.Count - 1] == null) items.RemoveAt(items.Count - 1);
    return items;
  }

  static object Take(object from, Type type) {
    if (from == null) return null;
    var nullable = Nullable.GetUnderlyingType(type);
    if (nullable != null) return Take(from, nullable);
    if (type == typeof(object)) return from;
    if (type == typeof(string)) return from as string ?? Convert.ToString(from);
    if (type == typeof(char)) return ((string)from)[0];
    if (type == typeof(bool)) return from;
    if (type == typeof(BigInteger)) return BigInteger.Parse(from.ToString());
    if (type == typeof(char[]) && from is string) return ((string)from).ToCharArray();
    if (type.IsPrimitive || type == typeof(decimal)) return Convert.ChangeType(from is BigInteger ? (object)(ulong)(BigInteger)from : from, type);
    var items = from as List<object>;
    if (items != null && type.IsArray && type.GetArrayRank() == 1) {
      var array = Array.CreateInstance(type.GetElementType(), items.Count);
      for (var at = 0; at < items.Count; at++) array.SetValue(Take(items[at], type.GetElementType()), at);
      return array;
    }
    if (items != null && type.IsArray && type.GetArrayRank() == 2) {
      var rows = items.Cast<List<object>>().ToList();
      var array = Array.CreateInstance(type.GetElementType(), rows.Count, rows.Count == 0 ? 0 : rows[0].Count);
      for (var row = 0; row < rows.Count; row++)
        for (var at = 0; at < rows[row].Count; at++) array.SetValue(Take(rows[row][at], type.GetElementType()), row, at);
      return array;
    }
    if (items != null && type.IsGenericType) {
      var inner = type.GetGenericArguments();
      if (type.FullName.StartsWith("System.ValueTuple") || type.FullName.StartsWith("System.Tuple"))
        return Activator.CreateInstance(type, inner.Select((it, at) => Take(items[at], it)).ToArray());
      var list = (IList)Activator.CreateInstance(typeof(List<>).MakeGenericType(inner[0]));
      foreach (var item in items) list.Add(Take(item, inner[0]));
      return type.IsAssignableFrom(list.GetType()) ? list : Activator.CreateInstance(type, list);
    }
    var entries = from as Dictionary<string, object>;
    if (entries != null && type.IsGenericType) {
      var inner = type.GetGenericArguments();
      var map = (IDictionary)Activator.CreateInstance(typeof(Dictionary<,>).MakeGenericType(inner));
      foreach (var entry in entries) map.Add(Convert.ChangeType(entry.Key, inner[0]), Take(entry.Value, inner[1]));
      return map;
    }
    var fields = NodeFields(type);
    if (fields != null && items != null) return Nodes(items, fields, type);
    throw new ArgumentException("An argument of type " + type.Name + " cannot be given here.");
  }

  static void Give(object value, Type type, StringBuilder to) {
    if (value == null && NodeFields(type) != null) to.Append("[]");
    else Give(value, to);
  }

  static void Give(object value, StringBuilder to) {
    if (value == null) to.Append("null");
    else if (value is bool) to.Append((bool)value ? "true" : "false");
    else if (value is double || value is float) { var number = Convert.ToDouble(value); to.Append(double.IsNaN(number) ? "NaN" : double.IsInfinity(number) ? (number < 0 ? "-Infinity" : "Infinity") : number.ToString("R")); }
    else if (value.GetType().IsPrimitive && !(value is char) || value is BigInteger || value is decimal) to.Append(Convert.ToString(value));
    else if (value is char[]) Give(new string((char[])value), to);
    else if (value is IDictionary) {
      to.Append("{");
      var isFirst = true;
      foreach (DictionaryEntry entry in (IDictionary)value) {
        if (!isFirst) to.Append(",");
        isFirst = false;
        Give(Convert.ToString(entry.Key), to);
        to.Append(":");
        Give(entry.Value, to);
      }
      to.Append("}");
    } else if (value is IEnumerable && !(value is string)) {
      to.Append("[");
      var isFirst = true;
      foreach (var item in (IEnumerable)value) { if (!isFirst) to.Append(","); isFirst = false; Give(item, to); }
      to.Append("]");
    } else if (value.GetType().IsGenericType && value.GetType().FullName.Contains("Tuple")) {
      var parts = value.GetType().GetFields().Select(it => it.GetValue(value)).Concat(value.GetType().GetProperties().Where(it => it.Name.StartsWith("Item") && it.GetIndexParameters().Length == 0).Select(it => it.GetValue(value)));
      Give(parts.ToList(), to);
    } else if (NodeFields(value.GetType()) != null) Give(ItemsOf(value, NodeFields(value.GetType())), to);
    else {
      to.Append('"');
      foreach (var sign in value.ToString())
        if (sign == '"' || sign == '\\') to.Append('\\').Append(sign);
        else if (sign < 0x20) to.Append("\\u").Append(((int)sign).ToString("x4"));
        else to.Append(sign);
      to.Append('"');
    }
  }

  sealed class JsonReader {
    readonly string text;
    int at;
    public JsonReader(string all) { text = all; }
    void Skip() { while (at < text.Length && char.IsWhiteSpace(text[at])) at++; }
    public object Value() {
      Skip();
      if (text[at] == '"') return Word();
      if (text[at] == '[') {
        var items = new List<object>();
        for (at++, Skip(); text[at] != ']'; Skip()) if (text[at] == ',') at++; else items.Add(Value());
        at++;
        return items;
      }
      if (text[at] == '{') {
        var entries = new Dictionary<string, object>();
        for (at++, Skip(); text[at] != '}'; Skip()) {
          if (text[at] == ',') { at++; continue; }
          var key = Word();
          Skip();
          at++;
          entries[key] = Value();
        }
        at++;
        return entries;
      }
      var start = at;
      while (at < text.Length && ",]}".IndexOf(text[at]) < 0 && !char.IsWhiteSpace(text[at])) at++;
      var plain = text.Substring(start, at - start);
      if (plain == "null") return null;
      if (plain == "true" || plain == "false") return plain == "true";
      if (plain == "Infinity") return double.PositiveInfinity;
      if (plain == "-Infinity") return double.NegativeInfinity;
      long whole;
      if (long.TryParse(plain, out whole)) return whole;
      BigInteger large;
      if (BigInteger.TryParse(plain, out large)) return large;
      return double.Parse(plain, CultureInfo.InvariantCulture);
    }
    string Word() {
      var read = new StringBuilder();
      for (at++; text[at] != '"'; at++) {
        if (text[at] != '\\') { read.Append(text[at]); continue; }
        var sign = text[++at];
        if (sign == 'u') { read.Append((char)Convert.ToInt32(text.Substring(at + 1, 4), 16)); at += 4; }
        else read.Append(sign == 'n' ? '\n' : sign == 't' ? '\t' : sign == 'r' ? '\r' : sign == 'b' ? '\b' : sign == 'f' ? '\f' : sign);
      }
      at++;
      return read.ToString();
    }
  }
}
`;

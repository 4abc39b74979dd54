import type { Program } from '../job';
import type { Signature } from '../signature';
import { filledHarness, wrapped } from './classes';
import { type NodeKind, missingNodes } from './nodes';

/** Java beside a class that asks it: its types say what the arguments become. */
export function javaProgram(code: string, signature: Signature): Program {
  // Its file is called otherwise than a public class would want, and belongs to no package.
  const own = wrapped(code)
    .replace(/^([ \t]*)public(?=\s+(?:(?:final|abstract|sealed)\s+)*(?:class|record|interface|enum)\b)/gm, '$1      ')
    .replace(/^([ \t]*)package\s[^;]*;/m, '$1');
  const usual = 'import java.util.*; import java.util.function.*; import java.util.stream.*; ';
  if (signature.shape === 'stdio') return { signature, text: own };
  const missing = missingNodes(code, signature);
  const nodes = missing === null ? '' : providedNodes[missing];
  return { signature, text: usual + own, harness: filledHarness(harness, code, signature) + nodes };
}

const providedNodes: Readonly<Record<NodeKind, string>> = {
  nodes: `class Node {
  int value; Node next;
  Node() {}
  Node(int value) { this.value = value; }
  Node(int value, Node next) { this.value = value; this.next = next; }
}
`,
  tree: `class Node {
  int value; Node left, right;
  Node() {}
  Node(int value) { this.value = value; }
  Node(int value, Node left, Node right) { this.value = value; this.left = left; this.right = right; }
}
`,
};

const harness = String.raw`import java.lang.reflect.*;
import java.math.BigInteger;
import java.util.*;

class Lernen {
  static final String name = "NAME";
  static final boolean isCall = "IS_CALL";
  static final String[] classes = { "CLASSES" };
  static long started;

  public static void main(String[] unused) throws Exception {
    String text = new String(System.in.readAllBytes(), "UTF-8");
    StringBuilder out = new StringBuilder();
    Map<?, ?> input = (Map<?, ?>) new Reader(text).value();
    try {
      started = System.nanoTime();
      String value = isCall ? call((List<?>) input.get("given")) : calls((List<?>) input.get("calls"));
      double ms = (System.nanoTime() - started) / 1e6;
      out.append("{\"outcome\":\"answered\",\"ms\":").append(ms).append(",\"value\":").append(value).append("}");
    } catch (Throwable thrown) {
      Throwable error = thrown instanceof InvocationTargetException && thrown.getCause() != null ? thrown.getCause() : thrown;
      if (error instanceof OutOfMemoryError) { System.err.println("OutOfMemoryError"); System.exit(3); }
      out.append("{\"outcome\":\"crashed\",\"message\":");
      give(error.toString(), out);
      for (StackTraceElement frame : error.getStackTrace())
        if ("Main.java".equals(frame.getFileName())) { out.append(",\"line\":").append(frame.getLineNumber()); break; }
      out.append("}");
    }
    System.out.flush();
    byte[] bytes = ("\u001e" + out + "\n").getBytes("UTF-8");
    System.out.write(bytes, 0, bytes.length);
    System.out.flush();
    System.exit(0);
  }

  static String call(List<?> given) throws Throwable {
    for (String owner : classes)
      for (Method method : Class.forName(owner).getDeclaredMethods()) {
        if (!method.getName().equals(name) || method.getParameterCount() != given.size() || method.isSynthetic() || Modifier.isAbstract(method.getModifiers())) continue;
        method.setAccessible(true);
        Object self = Modifier.isStatic(method.getModifiers()) ? null : made(Class.forName(owner), List.of());
        Object[] taken = taken(given, method.getGenericParameterTypes());
        started = System.nanoTime();
        Object value = method.invoke(self, taken);
        StringBuilder out = new StringBuilder();
        if (method.getReturnType() == void.class) give(taken.length > 0 ? taken[0] : null, out);
        else give(value, method.getReturnType(), out);
        return out.toString();
      }
    throw new IllegalArgumentException("There is no " + name + " that takes " + given.size() + " arguments.");
  }

  static String calls(List<?> calls) throws Throwable {
    boolean isMade = !calls.isEmpty() && ((List<?>) calls.get(0)).get(0).equals(name);
    Class<?> type = Class.forName(name);
    Object thing = made(type, isMade ? (List<?>) ((List<?>) calls.get(0)).get(1) : List.of());
    StringBuilder out = new StringBuilder("[");
    started = System.nanoTime();
    for (int at = 0; at < calls.size(); at++) {
      if (at > 0) out.append(",");
      List<?> call = (List<?>) calls.get(at);
      if (at == 0 && isMade) { out.append("null"); continue; }
      List<?> given = (List<?>) call.get(1);
      Method found = null;
      for (Method method : type.getDeclaredMethods())
        if (method.getName().equals(call.get(0)) && method.getParameterCount() == given.size() && !method.isSynthetic()) found = method;
      if (found == null) throw new IllegalArgumentException(name + " has no " + call.get(0) + " that takes so much.");
      found.setAccessible(true);
      Object value = found.invoke(thing, taken(given, found.getGenericParameterTypes()));
      give(value, found.getReturnType(), out);
    }
    return out.append("]").toString();
  }

  static Object made(Class<?> type, List<?> given) throws Throwable {
    for (Constructor<?> maker : type.getDeclaredConstructors()) {
      if (maker.getParameterCount() != given.size()) continue;
      maker.setAccessible(true);
      return maker.newInstance(taken(given, maker.getGenericParameterTypes()));
    }
    throw new IllegalArgumentException(type.getName() + " cannot be made with " + given.size() + " arguments.");
  }

  static Object[] taken(List<?> given, Type[] types) {
    Object[] all = new Object[types.length];
    for (int at = 0; at < types.length; at++) all[at] = take(given.get(at), types[at]);
    return all;
  }

  /** The fields of a type of nodes: its value, then next, or left and right. Null for any other type. */
  static Field[] nodeFields(Class<?> type) {
    if (type.isPrimitive() || type.isArray() || type.getClassLoader() != Lernen.class.getClassLoader()) return null;
    Field value = null;
    Map<String, Field> links = new HashMap<>();
    for (Field field : type.getDeclaredFields()) {
      if (Modifier.isStatic(field.getModifiers()) || field.isSynthetic()) continue;
      field.setAccessible(true);
      if (field.getType() == type) links.put(field.getName(), field);
      else if (value == null) value = field;
    }
    Field next = links.get("next"), left = links.get("left"), right = links.get("right");
    if (value == null) return null;
    return left != null && right != null ? new Field[] { value, left, right } : next != null ? new Field[] { value, next } : null;
  }

  static Object node(Field[] fields, Object item, Type wanted) throws ReflectiveOperationException {
    Type kind = fields[0].getGenericType();
    if (kind instanceof TypeVariable && wanted instanceof ParameterizedType) kind = ((ParameterizedType) wanted).getActualTypeArguments()[0];
    Object value = take(item, kind);
    Constructor<?> maker = null;
    for (Constructor<?> each : fields[0].getDeclaringClass().getDeclaredConstructors())
      if (maker == null || each.getParameterCount() < maker.getParameterCount()) maker = each;
    Class<?>[] types = maker.getParameterTypes();
    Object[] given = new Object[types.length];
    for (int at = 0; at < types.length; at++) given[at] = types[at] == fields[0].getType() ? value : Array.get(Array.newInstance(types[at], 1), 0);
    maker.setAccessible(true);
    Object made = maker.newInstance(given);
    fields[0].set(made, value);
    return made;
  }

  static Object nodes(List<?> items, Field[] fields, Type wanted) {
    try {
      if (items.isEmpty()) return null;
      if (fields.length == 2) {
        Object first = null;
        for (int at = items.size() - 1; at >= 0; at--) {
          Object made = node(fields, items.get(at), wanted);
          fields[1].set(made, first);
          first = made;
        }
        return first;
      }
      Object root = items.get(0) == null ? null : node(fields, items.get(0), wanted);
      ArrayDeque<Object> open = new ArrayDeque<>();
      if (root != null) open.add(root);
      for (int at = 1; at < items.size() && !open.isEmpty(); at += 2) {
        Object parent = open.remove();
        for (int side = 0; side < 2 && at + side < items.size(); side++) {
          if (items.get(at + side) == null) continue;
          Object made = node(fields, items.get(at + side), wanted);
          fields[1 + side].set(parent, made);
          open.add(made);
        }
      }
      return root;
    } catch (ReflectiveOperationException error) {
      throw new IllegalArgumentException("Nodes of " + wanted.getTypeName() + " cannot be made: " + error);
    }
  }

  /** What is in nodes: in their order, or level by level with null where none is. */
  static List<Object> itemsOf(Object first, Field[] fields) {
    List<Object> items = new ArrayList<>();
    List<Object> open = new ArrayList<>();
    open.add(first);
    try {
      for (int at = 0; at < open.size(); at++) {
        if (at > 400000) throw new IllegalArgumentException("The nodes never end.");
        Object node = open.get(at);
        if (node != null || fields.length == 3) items.add(node == null ? null : fields[0].get(node));
        if (node != null) for (int side = 1; side < fields.length; side++) open.add(fields[side].get(node));
      }
    } catch (IllegalAccessException error) {
      throw new IllegalArgumentException(error);
    }
    while (!items.isEmpty() && items.get(items.size() - 1) == null) items.remove(items.size() - 1);
    return items;
  }

  static Object take(Object from, Type wanted) {
    Class<?> type = wanted instanceof Class ? (Class<?>) wanted : wanted instanceof ParameterizedType ? (Class<?>) ((ParameterizedType) wanted).getRawType() : wanted instanceof GenericArrayType ? Object[].class : Object.class;
    if (from == null) return null;
    if (type == int.class || type == Integer.class) return ((Number) from).intValue();
    if (type == long.class || type == Long.class) return ((Number) from).longValue();
    if (type == short.class || type == Short.class) return ((Number) from).shortValue();
    if (type == byte.class || type == Byte.class) return ((Number) from).byteValue();
    if (type == double.class || type == Double.class) return ((Number) from).doubleValue();
    if (type == float.class || type == Float.class) return ((Number) from).floatValue();
    if (type == BigInteger.class) return new BigInteger(from.toString());
    if (type == boolean.class || type == Boolean.class) return from;
    if (type == char.class || type == Character.class) return ((String) from).charAt(0);
    if (type == String.class) return from instanceof String ? from : from.toString();
    if (type == char[].class && from instanceof String) return ((String) from).toCharArray();
    if (type.isArray() && from instanceof List) {
      Type inner = wanted instanceof GenericArrayType ? ((GenericArrayType) wanted).getGenericComponentType() : type.getComponentType();
      Class<?> raw = inner instanceof Class ? (Class<?>) inner : inner instanceof ParameterizedType ? (Class<?>) ((ParameterizedType) inner).getRawType() : Object.class;
      List<?> items = (List<?>) from;
      Object array = Array.newInstance(raw, items.size());
      for (int at = 0; at < items.size(); at++) Array.set(array, at, take(items.get(at), inner));
      return array;
    }
    if (from instanceof List && (Iterable.class.isAssignableFrom(type) || type == Object.class)) {
      Collection<Object> all = Set.class.isAssignableFrom(type) ? new LinkedHashSet<>() : Deque.class.isAssignableFrom(type) || type == Queue.class ? new ArrayDeque<>() : new ArrayList<>();
      Type inner = wanted instanceof ParameterizedType ? ((ParameterizedType) wanted).getActualTypeArguments()[0] : Object.class;
      for (Object item : (List<?>) from) all.add(take(item, inner));
      return all;
    }
    if (from instanceof Map && Map.class.isAssignableFrom(type)) {
      Type[] inner = wanted instanceof ParameterizedType ? ((ParameterizedType) wanted).getActualTypeArguments() : new Type[] { Object.class, Object.class };
      Map<Object, Object> all = new LinkedHashMap<>();
      for (Map.Entry<?, ?> entry : ((Map<?, ?>) from).entrySet())
        all.put(inner[0] == Integer.class ? Integer.valueOf((String) entry.getKey()) : inner[0] == Long.class ? Long.valueOf((String) entry.getKey()) : entry.getKey(), take(entry.getValue(), inner[1]));
      return all;
    }
    if (type == Object.class) return from;
    Field[] fields = nodeFields(type);
    if (fields != null && from instanceof List) return nodes((List<?>) from, fields, wanted);
    throw new IllegalArgumentException("An argument of type " + wanted.getTypeName() + " cannot be given here.");
  }

  static void give(Object value, Class<?> type, StringBuilder out) {
    if (value == null && nodeFields(type) != null) out.append("[]");
    else give(value, out);
  }

  static void give(Object value, StringBuilder out) {
    if (value == null || value instanceof Boolean) out.append(value);
    else if (value instanceof Double || value instanceof Float) out.append(value.toString());
    else if (value instanceof Number) out.append(value);
    else if (value instanceof char[]) give(new String((char[]) value), out);
    else if (value.getClass().isArray()) {
      out.append("[");
      for (int at = 0; at < Array.getLength(value); at++) { if (at > 0) out.append(","); give(Array.get(value, at), out); }
      out.append("]");
    } else if (value instanceof Iterable) {
      out.append("[");
      boolean isFirst = true;
      for (Object item : (Iterable<?>) value) { if (!isFirst) out.append(","); isFirst = false; give(item, out); }
      out.append("]");
    } else if (value instanceof Map) {
      out.append("{");
      boolean isFirst = true;
      for (Map.Entry<?, ?> entry : ((Map<?, ?>) value).entrySet()) {
        if (!isFirst) out.append(",");
        isFirst = false;
        give(String.valueOf(entry.getKey()), out);
        out.append(":");
        give(entry.getValue(), out);
      }
      out.append("}");
    } else if (nodeFields(value.getClass()) != null) give(itemsOf(value, nodeFields(value.getClass())), out);
    else {
      out.append('"');
      for (char sign : value.toString().toCharArray())
        if (sign == '"' || sign == '\\') out.append('\\').append(sign);
        else if (sign < 0x20) out.append(String.format("\\u%04x", (int) sign));
        else out.append(sign);
      out.append('"');
    }
  }

  static final class Reader {
    final String text;
    int at = 0;
    Reader(String all) { text = all; }
    void skip() { while (at < text.length() && Character.isWhitespace(text.charAt(at))) at++; }
    Object value() {
      skip();
      char first = text.charAt(at);
      if (first == '"') return word();
      if (first == '[') {
        List<Object> items = new ArrayList<>();
        for (at++, skip(); text.charAt(at) != ']'; skip()) if (text.charAt(at) == ',') at++; else items.add(value());
        at++;
        return items;
      }
      if (first == '{') {
        Map<String, Object> entries = new LinkedHashMap<>();
        for (at++, skip(); text.charAt(at) != '}'; skip()) {
          if (text.charAt(at) == ',') { at++; continue; }
          String key = word();
          skip();
          at++;
          entries.put(key, value());
        }
        at++;
        return entries;
      }
      int start = at;
      while (at < text.length() && ",]}".indexOf(text.charAt(at)) < 0 && !Character.isWhitespace(text.charAt(at))) at++;
      String plain = text.substring(start, at);
      if (plain.equals("null")) return null;
      if (plain.equals("true") || plain.equals("false")) return Boolean.valueOf(plain);
      if (plain.matches("-?\\d{1,18}")) return Long.valueOf(plain);
      if (plain.matches("-?\\d+")) return new BigInteger(plain);
      return Double.valueOf(plain);
    }
    String word() {
      StringBuilder read = new StringBuilder();
      for (at++; text.charAt(at) != '"'; at++) {
        char sign = text.charAt(at);
        if (sign != '\\') { read.append(sign); continue; }
        sign = text.charAt(++at);
        if (sign == 'u') { read.append((char) Integer.parseInt(text.substring(at + 1, at + 5), 16)); at += 4; }
        else read.append(sign == 'n' ? '\n' : sign == 't' ? '\t' : sign == 'r' ? '\r' : sign == 'b' ? '\b' : sign == 'f' ? '\f' : sign);
      }
      at++;
      return read.toString();
    }
  }
}
`;

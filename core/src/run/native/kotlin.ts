import { topLevelParts } from '../../brackets';
import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';
import { outerText, withoutComments } from './code-text';
import { type NodeKind, missingNodes } from './nodes';

/** Functions and classes that Kotlin declares outermost. */
export function declaredInKotlin(code: string): Declared[] {
  const outer = outerText(withoutComments(code));
  const functions = [...outer.matchAll(/\bfun\s+(?:<[^<>]*>\s*)?([A-Za-z_]\w*)\s*\(([^()]*)\)/g)].map(
    ([, name = '', given = '']): Declared => ({
      name,
      parameters: parametersOf(given),
      kind: 'function',
      isOuter: true,
    }),
  );
  const classes = [...outer.matchAll(/\bclass\s+([A-Za-z_]\w*)/g)].map(
    ([, name = '']): Declared => ({ name, parameters: [], kind: 'class', isOuter: true }),
  );
  return [...functions, ...classes];
}

function parametersOf(given: string): Parameter[] {
  return topLevelParts(given.replace(/</g, '(').replace(/>/g, ')'), ',').flatMap((part) => {
    const [, name, type = ''] = /^\s*(?:vararg\s+)?([A-Za-z_]\w*)\s*:\s*([^=]+)/.exec(part) ?? [];
    return name === undefined ? [] : [{ name, type: type.trim() }];
  });
}

/** Kotlin beside a file that asks it, through the classes that the machine of Java makes of it. */
export function kotlinProgram(code: string, signature: Signature): Program {
  if (signature.shape === 'stdio') return { signature, text: code };
  const missing = missingNodes(code, signature);
  const asks = harness.replaceAll('NAME', signature.name).replace('IS_CALL', String(signature.shape === 'call'));
  return { signature, text: code, harness: asks + (missing === null ? '' : providedNodes[missing]) };
}

const providedNodes: Readonly<Record<NodeKind, string>> = {
  nodes: 'class Node(var value: Int = 0, var next: Node? = null)\n',
  tree: 'class Node(var value: Int = 0, var left: Node? = null, var right: Node? = null)\n',
};

const harness = String.raw`import java.lang.reflect.*
import java.math.BigInteger

private var started = 0L

fun main() {
    val text = String(System.${'`in`'}.readBytes())
    val out = StringBuilder()
    val thread = Thread(null, {
        try {
            val input = Reader(text).value() as Map<*, *>
            started = System.nanoTime()
            val value = if (IS_CALL) call(input["given"] as List<*>) else calls(input["calls"] as List<*>)
            out.append("{\"outcome\":\"answered\",\"ms\":" + (System.nanoTime() - started) / 1e6 + ",\"value\":" + value + "}")
        } catch (thrown: Throwable) {
            val error = if (thrown is InvocationTargetException) thrown.cause ?: thrown else thrown
            if (error is OutOfMemoryError) { System.err.println("OutOfMemoryError"); System.exit(3) }
            out.append("{\"outcome\":\"crashed\",\"message\":")
            give(error.toString(), out)
            val frame = error.stackTrace.firstOrNull { it.fileName == "solution.kt" }
            if (frame != null) out.append(",\"line\":" + frame.lineNumber)
            out.append("}")
        }
    }, "asked", 64L shl 20)
    thread.start()
    thread.join()
    System.out.flush()
    val bytes = ("\u001e" + out + "\n").toByteArray()
    System.out.write(bytes, 0, bytes.size)
    System.out.flush()
    System.exit(0)
}

private fun call(given: List<*>): String {
    val found = Class.forName("SolutionKt").declaredMethods.firstOrNull { it.name == "NAME" && it.parameterCount == given.size && !it.isSynthetic }
        ?: throw IllegalArgumentException("There is no NAME that takes " + given.size + " arguments.")
    found.isAccessible = true
    val taken = taken(given, found.genericParameterTypes)
    started = System.nanoTime()
    val value = found.invoke(null, *taken)
    val out = StringBuilder()
    if (found.returnType == Void.TYPE) give(taken.firstOrNull(), out) else giveAs(value, found.returnType, out)
    return out.toString()
}

private fun calls(calls: List<*>): String {
    val type = Class.forName("NAME")
    val isMade = calls.isNotEmpty() && (calls[0] as List<*>)[0] == "NAME"
    val thing = made(type, if (isMade) (calls[0] as List<*>)[1] as List<*> else listOf<Any>())
    val out = StringBuilder("[")
    started = System.nanoTime()
    for ((at, call) in calls.withIndex()) {
        if (at > 0) out.append(",")
        if (at == 0 && isMade) { out.append("null"); continue }
        val (name, given) = call as List<*>
        val method = type.declaredMethods.firstOrNull { it.name == name && it.parameterCount == (given as List<*>).size && !it.isSynthetic }
            ?: throw IllegalArgumentException("NAME has no " + name + " that takes so much.")
        method.isAccessible = true
        val value = method.invoke(thing, *taken(given as List<*>, method.genericParameterTypes))
        giveAs(value, method.returnType, out)
    }
    return out.append("]").toString()
}

private fun made(type: Class<*>, given: List<*>): Any {
    val maker = type.declaredConstructors.firstOrNull { it.parameterCount == given.size && !it.isSynthetic }
        ?: throw IllegalArgumentException(type.name + " cannot be made with " + given.size + " arguments.")
    maker.isAccessible = true
    return maker.newInstance(*taken(given, maker.genericParameterTypes))
}

private fun taken(given: List<*>, types: Array<Type>): Array<Any?> = Array(types.size) { take(given[it], types[it]) }

private fun raw(wanted: Type): Class<*> = when (wanted) {
    is Class<*> -> wanted
    is ParameterizedType -> wanted.rawType as Class<*>
    is WildcardType -> raw(wanted.upperBounds[0])
    else -> Any::class.java
}

/** The fields of a type of nodes: its value, then next, or left and right. Null for any other type. */
private fun nodeFields(type: Class<*>): List<Field>? {
    if (type.isPrimitive || type.isArray || type.classLoader !== Reader::class.java.classLoader) return null
    val own = type.declaredFields.filter { !Modifier.isStatic(it.modifiers) && !it.isSynthetic }
    for (field in own) field.isAccessible = true
    val value = own.firstOrNull { it.type != type } ?: return null
    fun link(name: String) = own.firstOrNull { it.name == name && it.type == type }
    val sides = listOfNotNull(link("left"), link("right"))
    val next = link("next")
    return if (sides.size == 2) listOf(value) + sides else if (next != null) listOf(value, next) else null
}

private fun node(fields: List<Field>, item: Any?): Any {
    val value = take(item, fields[0].genericType)
    val maker = fields[0].declaringClass.declaredConstructors.filter { !it.isSynthetic }.sortedBy { it.parameterCount }.first()
    val given = maker.parameterTypes.map { if (it == fields[0].type) value else java.lang.reflect.Array.get(java.lang.reflect.Array.newInstance(it, 1), 0) }
    maker.isAccessible = true
    val made = maker.newInstance(*given.toTypedArray())
    fields[0].set(made, value)
    return made
}

private fun nodes(items: List<*>, fields: List<Field>): Any? {
    if (fields.size == 2) {
        var first: Any? = null
        for (item in items.asReversed()) first = node(fields, item).also { fields[1].set(it, first) }
        return first
    }
    val root = if (items.isEmpty() || items[0] == null) return null else node(fields, items[0])
    val open = java.util.ArrayDeque<Any>()
    open.add(root)
    var at = 1
    while (at < items.size && open.isNotEmpty()) {
        val parent = open.remove()
        for (side in 0..1) {
            val item = items.getOrNull(at + side) ?: continue
            val made = node(fields, item)
            fields[1 + side].set(parent, made)
            open.add(made)
        }
        at += 2
    }
    return root
}

/** What is in nodes: in their order, or level by level with null where none is. */
private fun itemsOf(first: Any, fields: List<Field>): List<Any?> {
    val items = ArrayList<Any?>()
    val open = arrayListOf<Any?>(first)
    var at = 0
    while (at < open.size) {
        if (at > 400000) throw IllegalArgumentException("The nodes never end.")
        val node = open[at++]
        if (node != null || fields.size == 3) items.add(if (node == null) null else fields[0].get(node))
        if (node != null) for (field in fields.drop(1)) open.add(field.get(node))
    }
    while (items.isNotEmpty() && items.last() == null) items.removeAt(items.size - 1)
    return items
}

private fun take(from: Any?, wanted: Type): Any? {
    if (from == null) return null
    val type = raw(wanted)
    val inner = if (wanted is ParameterizedType) wanted.actualTypeArguments else arrayOf<Type>(Any::class.java, Any::class.java)
    return when {
        type == Int::class.javaPrimitiveType || type == Int::class.javaObjectType -> (from as Number).toInt()
        type == Long::class.javaPrimitiveType || type == Long::class.javaObjectType -> (from as Number).toLong()
        type == Double::class.javaPrimitiveType || type == Double::class.javaObjectType -> (from as Number).toDouble()
        type == Boolean::class.javaPrimitiveType || type == Boolean::class.javaObjectType -> from
        type == Char::class.javaPrimitiveType || type == Char::class.javaObjectType -> (from as String)[0]
        type == BigInteger::class.java -> BigInteger(from.toString())
        type == String::class.java -> from.toString()
        type == CharArray::class.java && from is String -> from.toCharArray()
        type.isArray && from is List<*> -> {
            val part = if (wanted is GenericArrayType) wanted.genericComponentType else type.componentType
            val array = java.lang.reflect.Array.newInstance(raw(part), from.size)
            for ((at, item) in from.withIndex()) java.lang.reflect.Array.set(array, at, take(item, part))
            array
        }
        type == Pair::class.java && from is List<*> -> Pair(take(from[0], inner[0]), take(from[1], inner[1]))
        java.util.Set::class.java.isAssignableFrom(type) && from is List<*> -> from.mapTo(LinkedHashSet<Any?>()) { take(it, inner[0]) }
        java.lang.Iterable::class.java.isAssignableFrom(type) && from is List<*> -> from.mapTo(ArrayList<Any?>()) { take(it, inner[0]) }
        java.util.Map::class.java.isAssignableFrom(type) && from is Map<*, *> -> {
            val made = LinkedHashMap<Any?, Any?>()
            for ((key, item) in from) {
                val name: Any? = if (raw(inner[0]) == Int::class.javaObjectType) key.toString().toInt() else if (raw(inner[0]) == Long::class.javaObjectType) key.toString().toLong() else key
                made[name] = take(item, inner[1])
            }
            made
        }
        type == Any::class.java -> from
        from is List<*> && nodeFields(type) != null -> nodes(from, nodeFields(type)!!)
        else -> throw IllegalArgumentException("An argument of type " + wanted.typeName + " cannot be given here.")
    }
}

private fun giveAs(value: Any?, type: Class<*>, out: StringBuilder) {
    if (value == null && nodeFields(type) != null) out.append("[]")
    else give(if (type == Void.TYPE) null else value, out)
}

private fun give(value: Any?, out: StringBuilder) {
    when {
        value == null || value is Boolean || value is Number -> out.append(value)
        value is CharArray -> give(String(value), out)
        value.javaClass.isArray -> give(List(java.lang.reflect.Array.getLength(value)) { java.lang.reflect.Array.get(value, it) }, out)
        value is Pair<*, *> -> give(listOf(value.first, value.second), out)
        value is Iterable<*> -> {
            out.append("[")
            for ((at, item) in value.withIndex()) { if (at > 0) out.append(","); give(item, out) }
            out.append("]")
        }
        value is Map<*, *> -> {
            out.append("{")
            for ((at, entry) in value.entries.withIndex()) {
                if (at > 0) out.append(",")
                give(entry.key.toString(), out)
                out.append(":")
                give(entry.value, out)
            }
            out.append("}")
        }
        nodeFields(value.javaClass) != null -> give(itemsOf(value, nodeFields(value.javaClass)!!), out)
        else -> {
            out.append('"')
            for (sign in value.toString())
                if (sign == '"' || sign == '\\') out.append('\\').append(sign)
                else if (sign < ' ') out.append(String.format("\\u%04x", sign.toInt()))
                else out.append(sign)
            out.append('"')
        }
    }
}

private class Reader(val text: String) {
    var at = 0
    fun skip() { while (at < text.length && text[at].isWhitespace()) at++ }
    fun value(): Any? {
        skip()
        if (text[at] == '"') return word()
        if (text[at] == '[') {
            val items = ArrayList<Any?>()
            at++
            skip()
            while (text[at] != ']') { if (text[at] == ',') at++ else items.add(value()); skip() }
            at++
            return items
        }
        if (text[at] == '{') {
            val entries = LinkedHashMap<String, Any?>()
            at++
            skip()
            while (text[at] != '}') {
                if (text[at] == ',') { at++; skip(); continue }
                val key = word()
                skip()
                at++
                entries[key] = value()
                skip()
            }
            at++
            return entries
        }
        val start = at
        while (at < text.length && text[at] !in ",]}" && !text[at].isWhitespace()) at++
        val plain = text.substring(start, at)
        return when {
            plain == "null" -> null
            plain == "true" || plain == "false" -> plain == "true"
            Regex("-?\\d{1,18}").matches(plain) -> plain.toLong()
            Regex("-?\\d+").matches(plain) -> BigInteger(plain)
            else -> plain.toDouble()
        }
    }
    fun word(): String {
        val read = StringBuilder()
        at++
        while (text[at] != '"') {
            var sign = text[at]
            if (sign == '\\') {
                sign = text[++at]
                if (sign == 'u') { read.append(text.substring(at + 1, at + 5).toInt(16).toChar()); at += 4 }
                else read.append(when (sign) { 'n' -> '\n'; 't' -> '\t'; 'r' -> '\r'; 'b' -> '\b'; else -> sign })
            } else read.append(sign)
            at++
        }
        at++
        return read.toString()
    }
}
`;

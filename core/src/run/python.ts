import { type Program, mostOutput, shownOutput } from './job';
import type { Signature } from './signature';

/**
 * Python as a program that defines `lernen_run(input)`: it takes one input as JSON, runs the code from its start, and gives what it did
 * as JSON. Measured, it runs it twice, the second time to find the peak of what its objects take. The same text runs in the
 * browser's Python and in the machine's.
 */
export function pythonProgram(code: string, signature: Signature): Program {
  const setup = { code, signature, shown: shownOutput, most: mostOutput };
  return { signature, text: `import json\n_setup = json.loads(${JSON.stringify(JSON.stringify(setup))})\n${harness}` };
}

const harness = String.raw`
import io, json, sys, time, traceback

class _TooMuch(BaseException):
    pass

class Node:
    def __init__(self, value=None, next=None, left=None, right=None):
        self.value, self.next, self.left, self.right = value, next, left, right

_types = [it["type"] for it in _setup["signature"].get("parameters", [])]
_returns = _setup["signature"].get("returns", "")
_has_nodes = any(it in ("nodes", "tree") for it in _types + [_returns])
_most_nodes = 200000

def _made(value, kind):
    if not isinstance(value, list):
        return value
    if kind == "nodes":
        first = None
        for item in reversed(value):
            first = Node(item, first)
        return first
    if kind != "tree":
        return value
    if not value or value[0] is None:
        return None
    root = Node(value[0])
    open_, place = [root], 0
    for index in range(1, len(value), 2):
        if place >= len(open_):
            break
        parent, place = open_[place], place + 1
        for at, side in ((index, "left"), (index + 1, "right")):
            if at < len(value) and value[at] is not None:
                setattr(parent, side, Node(value[at]))
                open_.append(getattr(parent, side))
    return root

def _listed(node):
    items = []
    while node is not None:
        items.append(node.value)
        if len(items) > _most_nodes:
            raise ValueError("The linked nodes never end.")
        node = node.next
    return items

def _levels(node):
    items, open_, at = [], [node], 0
    while at < len(open_):
        if at > _most_nodes:
            raise ValueError("The tree never ends.")
        items.append(None if open_[at] is None else open_[at].value)
        if open_[at] is not None:
            open_ += [open_[at].left, open_[at].right]
        at += 1
    while items and items[-1] is None:
        items.pop()
    return items

def _is_tree(value):
    if _returns in ("nodes", "tree"):
        return _returns == "tree"
    return getattr(value, "left", None) is not None or getattr(value, "right", None) is not None or "nodes" not in _types

class _Printed(io.TextIOBase):
    def __init__(self):
        self.text, self.count = [], 0
        self.kept = 0
    def write(self, part):
        self.count += len(part)
        if self.count > _setup["most"]:
            raise _TooMuch()
        if self.kept < _setup["shown"]:
            self.text.append(part[: _setup["shown"] - self.kept])
            self.kept += len(self.text[-1])
        return len(part)

def _plain(value, depth=0):
    if value is None or isinstance(value, (bool, int, float, str)):
        return value
    if depth > 90:
        return "…"
    if _has_nodes and hasattr(value, "value") and (hasattr(value, "next") or hasattr(value, "left")):
        tree = hasattr(value, "left") and (not hasattr(value, "next") or _is_tree(value))
        return [_plain(item, depth + 1) for item in (_levels(value) if tree else _listed(value))]
    if isinstance(value, dict):
        return {str(key): _plain(item, depth + 1) for key, item in value.items()}
    if isinstance(value, (set, frozenset)):
        return sorted((_plain(item, depth + 1) for item in value), key=repr)
    if isinstance(value, (bytes, bytearray)):
        return value.decode("utf-8", "replace")
    try:
        return [_plain(item, depth + 1) for item in value]
    except TypeError:
        return repr(value)

def _line(error):
    lines = [frame.lineno for frame in traceback.extract_tb(error.__traceback__) if frame.filename == "<solution>"]
    return lines[-1] if lines else getattr(error, "lineno", None) if isinstance(error, SyntaxError) else None

def _answer(signature, names, given):
    if signature["shape"] == "call":
        types = _types + [""] * len(given["given"])
        return names[signature["name"]](*(_made(item, types[index]) for index, item in enumerate(given["given"])))
    if signature["shape"] == "object":
        calls = given["calls"]
        made = bool(calls) and calls[0][0] == signature["name"]
        thing = names[signature["name"]](*(calls[0][1] if made else []))
        return [None if made and index == 0 else _plain(getattr(thing, name)(*args)) for index, (name, args) in enumerate(calls)]
    return None

def lernen_run(text, measured=False):
    done = _run(text)
    if measured and done["outcome"] == "answered":
        # Once more, as to follow every object takes its time.
        import tracemalloc
        tracemalloc.start()
        try:
            again = _run(text)
            if again["outcome"] == "answered":
                done["bytes"] = tracemalloc.get_traced_memory()[1]
        except KeyboardInterrupt:
            # It answered in time, and is too slow to be followed: then its memory is not told.
            pass
        finally:
            tracemalloc.stop()
    return json.dumps(done)

def _run(text):
    given = json.loads(text)
    printed, real_out, real_in = _Printed(), sys.stdout, sys.stdin
    sys.stdout, sys.stdin = printed, io.StringIO(given.get("text", ""))
    started = time.perf_counter()
    try:
        try:
            program = compile(_setup["code"], "<solution>", "exec")
        except SyntaxError as error:
            done = {"outcome": "did-not-compile", "message": f"{type(error).__name__}: {error.msg}", "line": error.lineno}
        else:
            names = {"__name__": "__main__", **({"Node": Node} if _has_nodes else {})}
            exec(program, names)
            started = time.perf_counter()
            value = _answer(_setup["signature"], names, given)
            done = {"outcome": "answered", "value": [] if value is None and _returns in ("nodes", "tree") else _plain(value)}
    except _TooMuch:
        done = {"outcome": "too-much-output", "message": "It printed too much.", "line": None}
    except MemoryError as error:
        done = {"outcome": "too-much-memory"}
    except SystemExit:
        done = {"outcome": "answered", "value": None}
    except BaseException as error:
        if type(error).__name__ == "KeyboardInterrupt":
            raise
        done = {"outcome": "crashed", "message": "".join(traceback.format_exception_only(type(error), error)).strip(), "line": _line(error)}
    finally:
        sys.stdout, sys.stdin = real_out, real_in
    done["ms"] = (time.perf_counter() - started) * 1000
    done["printed"] = "".join(printed.text)
    return done
`;

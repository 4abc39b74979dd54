import { type Program, mostOutput, shownOutput } from './job';
import type { Signature } from './signature';

/**
 * Python as a program that defines `lernen_run(input)`: it takes one input as JSON, runs the code anew, and gives what it did
 * as JSON. The same text runs in the browser's Python and in the machine's.
 */
export function pythonProgram(code: string, signature: Signature): Program {
  const setup = { code, signature, shown: shownOutput, most: mostOutput };
  return { signature, text: `${harness}\n_setup = json.loads(${JSON.stringify(JSON.stringify(setup))})\n` };
}

const harness = String.raw`
import io, json, sys, time, traceback

class _TooMuch(BaseException):
    pass

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
        return names[signature["name"]](*given["given"])
    if signature["shape"] == "object":
        calls = given["calls"]
        made = bool(calls) and calls[0][0] == signature["name"]
        thing = names[signature["name"]](*(calls[0][1] if made else []))
        return [None if made and index == 0 else _plain(getattr(thing, name)(*args)) for index, (name, args) in enumerate(calls)]
    return None

def lernen_run(text):
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
            names = {"__name__": "__main__"}
            exec(program, names)
            started = time.perf_counter()
            done = {"outcome": "answered", "value": _plain(_answer(_setup["signature"], names, given))}
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
    return json.dumps(done)
`;

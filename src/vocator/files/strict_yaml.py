"""Reading YAML strictly, keeping the line of every value.

Only ``true`` and ``false`` are booleans, keys may not repeat, and every problem
carries file, line and path.
"""

import re
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from ruamel.yaml import YAML
from ruamel.yaml.constructor import DuplicateKeyError
from ruamel.yaml.error import MarkedYAMLError
from ruamel.yaml.nodes import MappingNode, Node, ScalarNode, SequenceNode
from ruamel.yaml.reader import ReaderError

from vocator.files.data_problems import DataFileError, Problem

MOST_DEEP, MOST_DIGITS, MOST_BRACKETS = 12, 18, 60
MOST_MARKS = 40_000
"""So many brackets, commas, colons and lines a file may have: each is work for the parser before anything is known of it."""


@dataclass(frozen=True, slots=True)
class Located:
    """Plain data with the line of each path in it."""

    file: str
    data: Any
    lines: dict[tuple[str | int, ...], int]

    def problem(self, path: tuple[str | int, ...], text: str) -> Problem:
        """Word a problem at ``path``, at the nearest line known for it."""
        known = path
        while known not in self.lines and known:
            known = known[:-1]
        return Problem(self.file, self.lines.get(known, 1), ".".join(str(p) for p in path), text)


def read_yaml(text: str, file: str) -> Located:
    """Read one document; raises DataFileError with all duplicate keys, odd scalars and aliases (which could grow without end)."""
    problems: list[Problem] = []
    lines: dict[tuple[str | int, ...], int] = {}
    try:
        _bound(text, file)
        node = YAML(typ="rt").compose(text)
    except RecursionError:
        raise DataFileError([Problem(file, 1, "", f"nested too deep; at most {MOST_DEEP} levels")]) from None
    except ReaderError as error:
        line = text.count("\n", 0, error.position) + 1
        raise DataFileError([Problem(file, line, "", "a character that YAML does not allow; take it out")]) from error
    except (MarkedYAMLError, DuplicateKeyError) as error:
        mark = error.problem_mark
        raise DataFileError([Problem(file, (mark.line + 1) if mark else 1, "", f"not YAML: {error.problem}")]) from error
    if node is None:
        raise DataFileError([Problem(file, 1, "", "the file is empty")])
    data = _plain(node, (), lines, problems, file, set())
    if problems:
        raise DataFileError(problems)
    return Located(file, data, lines)


def as_read(data: Any, file: str) -> Located:
    """Return data that was never text as if it had been read, without lines; raises DataFileError where it is nested too deep."""
    level, deep = [data], 0
    while level:
        level = [x for one in level for x in (one.values() if isinstance(one, dict) else one if isinstance(one, list) else ())]
        deep += 1
        if deep > MOST_DEEP + 1:
            raise DataFileError([Problem(file, 1, "", f"nested too deep; at most {MOST_DEEP} levels")])
    return Located(file, data, {})


def _bound(text: str, file: str) -> None:
    """Refuse what would keep the parser busy for long, before it is parsed."""
    deepest = depth = 0
    for bracket in re.findall(r"[\[\]{}]", text):
        depth = depth + 1 if bracket in "[{" else max(depth - 1, 0)
        deepest = max(deepest, depth)
    dashes = max((len(m[0]) // 2 for m in re.finditer(r"^ *(?:- )+", text, re.MULTILINE)), default=0)
    if max(deepest, dashes) > MOST_BRACKETS:
        raise DataFileError([Problem(file, 1, "", f"nested too deep; at most {MOST_DEEP} levels")])
    marks = sum(text.count(mark) for mark in "[{,:\n")
    if marks > MOST_MARKS:
        raise DataFileError(
            [Problem(file, 1, "", f"{marks} brackets, commas, colons and lines; a profile has at most {MOST_MARKS}")]
        )


def _plain(
    node: Node,
    path: tuple[str | int, ...],
    lines: dict[tuple[str | int, ...], int],
    problems: list[Problem],
    file: str,
    seen: set[int],
) -> Any:
    lines[path] = node.start_mark.line + 1
    if len(path) > MOST_DEEP:
        raise DataFileError([Problem(file, lines[path], "", f"nested too deep; at most {MOST_DEEP} levels")])
    if not isinstance(node, ScalarNode):
        if id(node) in seen:
            line = node.start_mark.line + 1
            raise DataFileError([Problem(file, line, "", f"{node.anchor or 'this'}: write it out, aliases are not used here")])
        seen.add(id(node))
    if isinstance(node, MappingNode):
        found: dict[str, Any] = {}
        for key_node, value_node in node.value:
            key = str(key_node.value)
            if key in found:
                at = ".".join(str(p) for p in (*path, key))
                problems.append(Problem(file, key_node.start_mark.line + 1, at, f"key {key!r} stands here twice; take one out"))
            found[key] = _plain(value_node, (*path, key), lines, problems, file, seen)
            lines[(*path, key)] = key_node.start_mark.line + 1
        return found
    if isinstance(node, SequenceNode):
        return [_plain(child, (*path, i), lines, problems, file, seen) for i, child in enumerate(node.value)]
    assert isinstance(node, ScalarNode)
    return _scalar(node)


def _scalar(node: ScalarNode) -> Any:
    """Only plain integers, decimals, true, false and null are typed; all else is text."""
    text = str(node.value)
    if node.style is not None:
        return text
    if text in ("true", "false"):
        return text == "true"
    if text in ("null", "~", ""):
        return None
    digits = text[1:] if text[:1] == "-" else text
    if digits.isdecimal() and digits.isascii() and len(digits) <= MOST_DIGITS and (digits == "0" or digits[0] != "0"):
        return int(text)
    whole, point, decimals = digits.partition(".")
    if point and text.isascii() and whole.isdecimal() and decimals.isdecimal() and len(text) <= MOST_DIGITS:
        return float(text)
    return text


def load_yaml(path: Path) -> Located:
    """Read a file; raises DataFileError when it is missing, no text or not strict YAML."""
    try:
        return read_yaml(path.read_text(encoding="utf-8"), path.name)
    except (OSError, UnicodeDecodeError) as error:
        raise DataFileError([Problem(path.name, 1, "", f"cannot be read: {error}")]) from error

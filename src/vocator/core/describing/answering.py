"""Answering a question anew: what the answer changes is changed, what the question cannot say stays as it was."""

import copy
import json
from difflib import SequenceMatcher
from typing import Any

from vocator.core.describing.asking import Answer, Question, said
from vocator.core.describing.draft import Data, Wrong


def write_answer(question: Question, data: Data, given: Answer) -> None:
    """Write a first answer into a description; what is not given stands as it is read. Raises Wrong."""
    question.write(data, {**question.read(data), **given})


def answered_anew(question: Question, data: Data, given: Answer) -> Data:
    """Return a description after another answer to a question whose answer stands in it already; raises Wrong.

    A radio may do more than a question knows: bindings, icons, times that it has no field for.  Only the difference
    between what stood there, as the question reads it, and what is answered now goes into the description.
    """
    stood, new, as_it_stood = question.read(data), copy.deepcopy(data), copy.deepcopy(data)
    if all(said(given, name) == said(stood, name) for name in given):
        return new
    unread: Wrong | None = None
    try:
        write_answer(question, as_it_stood, {})
    except Wrong as wrong:
        unread = wrong
    try:
        write_answer(question, new, given)
    except Wrong as wrong:
        if unread is None or wrong.field != unread.field or said(given, wrong.field) != said(stood, wrong.field):
            raise
        raise Wrong(wrong.field, f"{wrong}; where this radio does it otherwise, change it under Every part") from wrong
    carried: Data = _carried(data, as_it_stood, new) if unread is None else new
    return carried


def _carried(data: Any, old: Any, new: Any) -> Any:
    """Return ``data`` with the difference from ``old`` to ``new``."""
    if old == new:
        return data
    if data == old:
        return new
    if isinstance(data, dict) and isinstance(old, dict) and isinstance(new, dict):
        return _carried_mapping(data, old, new)
    if isinstance(data, list) and isinstance(old, list) and isinstance(new, list):
        return _carried_list(data, old, new)
    return new


def _carried_mapping(data: Data, old: Data, new: Data) -> Data:
    found: Data = {}
    for name in [*data, *(n for n in new if n not in data)]:
        if name in data and (name in old) == (name in new):
            found[name] = _carried(data[name], old[name], new[name]) if name in old else data[name]
        elif name in new and new[name] != old.get(name):
            found[name] = new[name]
    return found


def _carried_list(data: list[Any], old: list[Any], new: list[Any]) -> list[Any]:
    was, wanted, found = [_text(x) for x in old], [_text(x) for x in new], [_text(x) for x in data]
    changes = [x for x in SequenceMatcher(None, was, wanted, autojunk=False).get_opcodes() if x[0] != "equal"]
    missing = {n for _, _, _, c, d in changes for n in range(c, d)}

    def lacks(number: int) -> bool:
        return found.count(wanted[number]) < wanted.count(wanted[number])

    for gone, number, end in ((was[k], c + k - a, d) for _, a, b, c, d in changes for k in range(a, b)):
        if gone in found and number < end and lacks(number):
            found[found.index(gone)] = wanted[number]  # what stands in its place now
        elif gone in found:
            found.remove(gone)
    for number in sorted(missing):
        if lacks(number):
            found.insert(_beside(found, wanted[:number], wanted[number + 1 :]), wanted[number])
    items = {_text(x): x for x in (*new, *data)}
    return [items[text] for text in found]


def _beside(found: list[str], before: list[str], after: list[str]) -> int:
    """Return where an item goes: behind the last one before it that is there, else in front of the first one after it, else at the end."""
    last = next((x for x in reversed(before) if x in found), None)
    if last is not None:
        return len(found) - found[::-1].index(last)
    return next((found.index(x) for x in after if x in found), len(found))


def _text(item: Any) -> str:
    return json.dumps(item, sort_keys=True)

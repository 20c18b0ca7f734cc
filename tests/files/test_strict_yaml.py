"""YAML and JSON from others: read strictly, bounded before they are parsed, every problem with its line."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.files.bounded_json import MOST_DEPTH, depth_of, read_json
from vocator.files.data_problems import DataFileError
from vocator.files.strict_yaml import MOST_DEEP, as_read, read_yaml

KEY = st.from_regex(r"[a-z][a-z_]{0,8}", fullmatch=True).filter(
    lambda k: k not in ("true", "false", "null", "y", "n", "yes", "no", "on", "off")
)
LEAF = st.integers(-(10**6), 10**6) | st.booleans() | st.text("abcdefgh XYZ", min_size=1, max_size=8).map(str.strip).filter(bool)
TREE = st.recursive(
    LEAF,
    lambda inner: st.lists(inner, min_size=1, max_size=3) | st.dictionaries(KEY, inner, min_size=1, max_size=3),
    max_leaves=15,
)


@given(st.dictionaries(KEY, TREE, min_size=1, max_size=4))
def test_what_is_written_is_read_as_it_stands_with_a_line_for_each_value(data):
    text = json.dumps(data, indent=1)
    found = read_yaml(text, "one.yaml")
    assert found.data == data
    lines = text.splitlines()
    for path, line in found.lines.items():
        assert 1 <= line <= len(lines)
        if path and isinstance(path[-1], str):
            assert any(f'"{path[-1]}"' in lines[n] for n in range(max(line - 2, 0), line))


@pytest.mark.parametrize(
    ("text", "line", "words"),
    [
        ("", 1, "empty"), ("a: 1\nb: 2\na: 3\n", 3, "a"), ("a: &x 1\nb: *x\n", 2, ""), ("a: [1, 2\n", 2, "not YAML"), ("a: 1\n\tb: 2\n", 2, ""),
        ("a: \x00\n", 1, "character"), ("a: " + "{b: " * 40 + "1" + "}" * 40, 1, "deep"), ("[" * 500, 1, "deep"), ("- " * 400 + "x", 1, "deep"),
        ("a: [" + "1," * 50_000 + "]", 1, "brackets, commas"), ("a: yes\n", 1, ""), ("a: 0o17\n", 1, ""), ("a: 1e400\n", 1, ""), ("a: .nan\n", 1, ""),
    ],
    ids=lambda v: str(v)[:14],
)  # fmt: skip
def test_what_is_not_taken_is_named_with_its_line_or_stays_plain_text(text, line, words):
    try:
        found = read_yaml(text, "one.yaml")
    except DataFileError as error:
        assert (
            error.problems[0].file == "one.yaml"
            and error.problems[0].line in (line, line - 1, 1)
            and words in error.problems[0].text
        )
    else:
        assert isinstance(found.data["a"], (str, int)), "an odd scalar is a text, never something that nobody meant"


@given(st.text(max_size=120))
def test_no_text_whatever_brings_the_reader_down(text):
    try:
        read_yaml(text, "one.yaml")
    except DataFileError as error:
        assert error.problems and all(p.line >= 1 for p in error.problems)


def nested(depth):
    data = 1
    for _ in range(depth):
        data = {"a": data}
    return data


def test_data_that_was_never_text_is_bounded_alike():
    assert as_read(nested(MOST_DEEP), "one").data == nested(MOST_DEEP)
    with pytest.raises(DataFileError, match="deep"):
        as_read(nested(MOST_DEEP + 5), "one")


@given(TREE, st.text('[]{}"\\ab', max_size=12))
def test_the_depth_of_json_is_counted_without_reading_it_and_brackets_in_texts_do_not_count(data, text):
    def deep(value):
        inner = value.values() if isinstance(value, dict) else value if isinstance(value, list) else None
        return 0 if inner is None else 1 + max(map(deep, inner), default=0)

    whole = {"told": text, "data": data}
    assert depth_of(json.dumps(whole).encode()) == deep(whole)
    assert read_json(json.dumps(whole).encode()) == whole


@pytest.mark.parametrize(
    "raw",
    [
        b"",
        b"{",
        b"[" * 100_000,
        b'{"a": NaN}',
        b"[Infinity]",
        b"[-Infinity]",
        b"\xff\xfe",
        json.dumps(nested(MOST_DEPTH + 1)).encode(),
    ],
)
def test_json_that_is_none_too_deep_or_holds_no_number_is_refused(raw):
    with pytest.raises(ValueError):
        read_json(raw)

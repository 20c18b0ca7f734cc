"""The reference of the profile format, made from the schema and the register of verbs; every example stands in a profile that runs."""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any

from vocator.core.describing.fields import PART_FIELDS, SCREEN_FIELDS, SETTING_FIELDS
from vocator.core.radio.register import REGISTER, Takes, verbs_of
from vocator.core.radio.tables import ALL_VERBS
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_schema import json_schema
from vocator.files.profile_yaml import model_names
from vocator.files.screen_schema import SCREEN_FILES
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.profiles.described import asked_of

KINDS = tuple(SCREEN_FILES)
LONGEST = 90
PLAIN = re.compile(r"(?!(on|off|yes|no|true|false|null|y|n)$)[a-z][a-z0-9_]*")
"""A word that YAML reads as one without quotes."""


@dataclass(frozen=True, slots=True)
class Example:
    """Where something stands as it is used: the model and the words there; empty where no shipped radio has it."""

    model: str = ""
    text: str = ""


@cache
def reference() -> dict[str, Any]:
    """Return all that may stand in a profile: its parts, the fields of settings and of each kind of screen, and the verbs."""
    schema = json_schema()
    parts = schema["$defs"]
    documents = [(m, load_yaml(PROFILES / f"{m}.yaml").data) for m in model_names()]
    top = {
        name: _field(name, PART_FIELDS[name], spec, schema, _first((m, d.get(name)) for m, d in documents))
        for name, spec in schema["properties"].items()
        if name not in ("settings", "screens")
    }
    settings = [
        _field(
            n,
            words,
            parts["SettingFile"]["properties"][n],
            schema,
            _first((m, s.get(n)) for m, d in documents for s in d["settings"].values()),
        )
        for n, words in SETTING_FIELDS.items()
        if n in parts["SettingFile"]["properties"]
    ]
    kinds = []
    for kind in KINDS:
        own = [(m, s) for m, d in documents for s in d["screens"].values() if s["kind"] == kind]
        own_parts = parts[SCREEN_FILES[kind].__name__]["properties"]
        fields = [
            _field(n, SCREEN_FIELDS[n], own_parts[n], schema, _first((m, s.get(n)) for m, s in own)) for n in asked_of(kind)
        ]
        kinds.append({"kind": kind, "fields": fields, "verbs": [_verb(v, own) for v, use in REGISTER.items() if kind in use.on]})
    return {"parts": list(top.values()), "settings": settings, "screens": kinds}


def _first(found: Iterator[tuple[str, Any]]) -> Example:
    """Return the shortest of some values, as it stands there."""
    texts = [(len(t), t, m) for m, v in found if v not in (None, "", [], {}) and len(t := _text(v)) <= LONGEST]
    _, text, model = min(texts, default=(0, "", ""))
    return Example(model, text)


def _text(value: Any) -> str:
    if isinstance(value, bool):
        return str(value).lower()
    if isinstance(value, dict):
        return "{" + ", ".join(f"{_text(k)}: {_text(v)}" for k, v in value.items()) + "}"
    if isinstance(value, list):
        return "[" + ", ".join(_text(v) for v in value) + "]"
    return f'"{value}"' if isinstance(value, str) and not PLAIN.fullmatch(value) else str(value)


def _field(name: str, words: str, spec: dict[str, Any], schema: dict[str, Any], example: Example) -> dict[str, Any]:
    usual = spec.get("default")
    return {
        "name": name, "words": words, "takes": _takes(spec, schema), "usual": "" if usual in (None, "", [], {}) or isinstance(usual, dict) else _text(usual),
        "needed": "default" not in spec, "model": example.model, "example": f"{name}: {example.text}" if example.text else "",
    }  # fmt: skip


def _takes(spec: dict[str, Any], schema: dict[str, Any]) -> str:
    """Say in words what a field takes."""
    if "$ref" in spec:
        named = schema["$defs"][spec["$ref"].rpartition("/")[2]]
        return ", ".join(named["properties"]) if "properties" in named else _takes(named, schema)
    if "anyOf" in spec:
        return " or ".join(dict.fromkeys(_takes(s, schema) for s in spec["anyOf"] if s.get("type") != "null"))
    if "enum" in spec:
        return ", ".join(f"{v}" for v in spec["enum"] if v != "")
    if "const" in spec:
        return str(spec["const"])
    kind = spec.get("type")
    if kind == "array" and "prefixItems" in spec:
        return "pairs of two whole numbers" if spec["prefixItems"] else "a list"
    if kind == "array":
        items = spec.get("items", {})
        return f"a list of {_takes(items, schema)}" if items else "a list"
    if kind == "object":
        inner = spec.get("additionalProperties")
        return f"names, each with {_takes(inner, schema)}" if isinstance(inner, dict) else "names"
    least, most = spec.get("minimum", spec.get("exclusiveMinimum")), spec.get("maximum", spec.get("exclusiveMaximum"))
    span = f", {least} to {most}" if least is not None and most is not None else f", from {least}" if least is not None else ""
    return {"boolean": "true or false", "integer": "a whole number", "number": "a number", "string": "words"}.get(
        str(kind), "anything"
    ) + span


def _verb(verb: str, own: list[tuple[str, dict[str, Any]]]) -> dict[str, Any]:
    """Return a verb with what it takes, its meaning and a press that does it on a screen of this kind."""
    doc = (ALL_VERBS[verb].__doc__ or "").split("\n\n")[0]
    used = ((m, press, one) for m, s in own for press, does in s.get("bind", {}).items() for one in verbs_of(does))
    model, press, does = min(
        ((m, p, d) for m, p, d in used if d.split()[0] == verb), key=lambda u: len(u[1] + u[2]), default=("", "", "")
    )
    takes = REGISTER[verb].takes
    return {
        "verb": verb, "takes": "" if takes is Takes.NOTHING else str(takes), "words": " ".join(doc.split()),
        "model": model, "example": f'"{press}": {does}' if does else "",
    }  # fmt: skip


def as_markdown() -> str:
    """Return the reference as the page of the documents."""
    found = reference()
    lines = [
        "# The profile format, field by field", "",
        "Made from the schema and the register of verbs (`./vocator profile reference`); a test holds it to them. Every example stands in one of the twelve",
        "radios, which the tests carry out. How the parts work together: [profile-format.md](profile-format.md).", "",
        "## A profile", "", *_table(found["parts"]), "", "## A setting", "", *_table(found["settings"]), "",
    ]  # fmt: skip
    for kind in found["screens"]:
        lines += [f"## A screen that is a {kind['kind']}", "", *_table(kind["fields"]), "", "| verb | takes | what it does | for example |", "| --- | --- | --- | --- |"]  # fmt: skip
        lines += [f"| `{v['verb']}` | {v['takes']} | {_cell(v['words'])} | {_as_used(v)} |" for v in kind["verbs"]]
        lines.append("")
    return "\n".join(lines).rstrip("\n") + "\n"


def _table(fields: list[dict[str, Any]]) -> list[str]:
    head = ["| field | what it says | takes | else | for example |", "| --- | --- | --- | --- | --- |"]
    return head + [
        f"| `{f['name']}` | {_cell(f['words'])} | {_cell(f['takes'])} | {'needed' if f['needed'] else _cell(f['usual'])} | {_as_used(f)} |"
        for f in fields
    ]


def _as_used(one: dict[str, Any]) -> str:
    return f"`{_cell(one['example'])}` ({one['model']})" if one["example"] else ""


def _cell(text: str) -> str:
    return text.replace("|", "\\|")

"""A profile compiled to JSON and back, with a digest: it is read without YAML and without a schema.

The form follows the classes of ``profile`` themselves: a list a dataclass field by field would be shorter, but names
survive a field that is added.  What equals its default is left out.
"""

import hashlib
import json
from dataclasses import MISSING, fields, is_dataclass
from enum import StrEnum
from types import NoneType, UnionType
from typing import Any, Union, get_args, get_origin, get_type_hints

from vocator.core.radio.domain import Amounts, Choices, Domain, OrNone
from vocator.core.radio.profile import Profile
from vocator.core.radio.screens import SCREEN_KINDS, Screen

DOMAINS: dict[str, type] = {"choices": Choices, "amounts": Amounts, "or_none": OrNone}
NAMES = {kind: name for name, kind in DOMAINS.items()}


def compiled(profile: Profile) -> str:
    """Return a profile as JSON text with sorted keys, the same text for the same profile."""
    return json.dumps(_plain(profile), ensure_ascii=False, sort_keys=True, separators=(",", ":"))


def from_compiled(text: str) -> Profile:
    """Read what ``compiled`` wrote, also an earlier version whose screens said more than their kinds can; raises ValueError, KeyError or TypeError for anything else."""
    found = _made(Profile, json.loads(text))
    assert isinstance(found, Profile)
    return found


def digest_of(profile: Profile) -> str:
    """Return sixteen hex digits that tell profiles apart (SHA-256 of the compiled text)."""
    return hashlib.sha256(compiled(profile).encode()).hexdigest()[:16]


def _plain(value: Any) -> Any:
    if is_dataclass(value) and not isinstance(value, type):
        given = {f.name: getattr(value, f.name) for f in fields(value) if f.init}
        plain = {f.name: _plain(given[f.name]) for f in fields(value) if f.init and given[f.name] != _default(f)}
        if isinstance(value, Screen):
            return {"kind": value.kind, **plain}
        return {"": NAMES[type(value)], **plain} if type(value) in NAMES else plain
    if isinstance(value, tuple | list):
        return [_plain(v) for v in value]
    if isinstance(value, dict):
        return {k: _plain(v) for k, v in value.items()}
    return str(value) if isinstance(value, StrEnum) else value


def _default(field: Any) -> Any:
    return field.default_factory() if field.default_factory is not MISSING else field.default


def _made(kind: Any, given: Any) -> Any:
    if kind is Domain:
        return _made(DOMAINS[given[""]], given)
    if kind is Screen:
        return _made(SCREEN_KINDS[given["kind"]], {name: value for name, value in given.items() if name != "kind"})
    if isinstance(kind, type) and is_dataclass(kind):
        hints = get_type_hints(kind)
        return kind(**{name: _made(hints[name], value) for name, value in given.items() if name in hints})
    origin, args = get_origin(kind), get_args(kind)
    if origin in (Union, UnionType):
        return None if given is None else _made(next(a for a in args if a is not NoneType), given)
    if origin is tuple:
        of = [args[0]] * len(given) if len(args) == 2 and args[1] is Ellipsis else args
        return tuple(_made(a, v) for a, v in zip(of, given, strict=True))
    if isinstance(kind, type) and issubclass(kind, StrEnum):
        return kind(given)
    return given

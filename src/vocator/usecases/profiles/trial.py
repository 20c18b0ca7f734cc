"""Trials: from a symptom to the place of a profile that is wrong, by short harmless walks on the radio in the hand."""

import hashlib
import json
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from io import StringIO
from pathlib import Path
from typing import Any

from ruamel.yaml import YAML

from vocator.core.diagnosis.belief import FAULTS, Belief, Observation, agrees, believed, carried, home_again, left_of, runs
from vocator.core.diagnosis.walks import Walk, best_walk
from vocator.core.goals.goal import slot_of
from vocator.core.planning.routes import Routes
from vocator.core.radio.display import display
from vocator.core.radio.report import display_dict
from vocator.core.radio.screens import ListScreen, PickerScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.bounded_json import read_json
from vocator.files.data_problems import DataFileError
from vocator.files.profile_alternatives import patched, readings
from vocator.files.profile_changes import GONE, Change
from vocator.files.profile_yaml import Rebuilder, build
from vocator.files.strict_yaml import Located, read_yaml
from vocator.usecases.twin.twins import read_profile

MOST_LINES, MOST_ACTIONS = 200, 400
MOST_LEADS = 24


@dataclass(frozen=True, slots=True, eq=False)
class Candidate:
    """A profile that the radio may have: the one written down (no change), or one change of it."""

    change: Change | None
    twin: Twin

    @property
    def words(self) -> str:
        """Say what it is."""
        return self.change.words if self.change else "as the profile says"


def trial(text: str, file: str, log: list[Any], slot: str | None) -> dict[str, Any]:
    """Return the next thing to try, or what is settled; raises DataFileError for a profile, Refusal for a log or a slot that cannot be."""
    observations = [_observation(n, line) for n, line in enumerate(log, 1)]
    if len(observations) > MOST_LINES:
        raise Refusal(f"{len(observations)} lines", "log", f"at most {MOST_LINES}", "Begin a log of its own for another symptom.")
    base = _base(text, file)
    given = slot_of(base.twin.profile, slot) if slot else None
    left = list(_left(text, file, _key(observations)))
    if not left:
        return {"settled": {"patches": [], "left": ["none of these: no single change of the profile shows what was seen"]}}
    walk = _walk(left, observations, given) if len(left) > 1 else None
    if walk is None:
        return {"settled": _settled(left, _data(text, file))}
    lead = left[0][0]
    return {
        "trial": {
            "id": hashlib.sha256(json.dumps([_key(observations), walk.actions]).encode()).hexdigest()[:12],
            "from": "home",
            "steps": [
                {"actions": [action], "display": display_dict(display(lead.twin, state))}
                for action, state in zip(walk.actions, walk.states, strict=True)
            ],
            "writes": _writes(lead.twin, walk),
            "seconds": round(walk.seconds),
        },
        "candidates": len(left),
    }


def _writes(twin: Twin, walk: Walk) -> list[str]:
    """Return the slots that the walk changes."""
    end, begun = walk.states[-1].slots, twin.start.slots
    return [twin.profile.slot_key(n) for n, (a, b) in enumerate(zip(begun, end, strict=True)) if a != b]


def _settled(left: list[tuple[Candidate, Belief]], data: dict[str, Any]) -> dict[str, Any]:
    first = left[0][0]
    patches = (
        [p for path, value in first.change.patches for p in _patches(data, path, value, first.words)] if first.change else []
    )
    return {"patches": patches, "left": [c.words for c, _ in left[1:]]}


def _patches(data: dict[str, Any], path: tuple[str | int, ...], value: Any, words: str) -> list[dict[str, Any]]:
    """Write a patch by its path; bindings one by one, null for one that goes."""
    text = ".".join(str(p) for p in path)
    if path[-1] == "bind":
        now = data["screens"][path[1]]["bind"]
        both = {**dict.fromkeys(now), **value}
        return [
            {"path": f"{text}.{press}", "value": value.get(press), "words": words}
            for press in both
            if now.get(press) != value.get(press)
        ]
    return [{"path": text, "value": None if value is GONE else value, "words": words}]


def _observation(number: int, line: Any) -> Observation:
    where = f"log line {number}"
    if not isinstance(line, dict) or not isinstance(line.get("actions"), list) or not isinstance(line.get("display"), dict):
        raise Refusal(
            str(line)[:60], where, "an object with actions and display", "Write what was pressed from home, and what showed."
        )
    actions = line["actions"]
    if len(actions) > MOST_ACTIONS or not all(isinstance(a, str) and len(a) <= 200 for a in actions):
        raise Refusal("actions", where, f"at most {MOST_ACTIONS} texts", "One action a text, as in a sheet.")
    seen = line["display"]
    for part in ("main", "slot", "row", "text"):
        if not isinstance(seen.get(part), str | None):
            raise Refusal(part, where, "a text, or null", "Write the display as the twin prints it.")
    if not isinstance(seen.get("icons", []), list) or not all(isinstance(i, str) for i in seen.get("icons", [])):
        raise Refusal("icons", where, "a list of texts", "Write the icons that light, in any order.")
    about = f"trial {line['trial']}" if line.get("trial") else f"sheet {line.get('sheet')} {line.get('step')} {number}"
    return Observation(about, tuple(actions), seen)


def _key(observations: list[Observation]) -> str:
    return json.dumps([[o.about, o.actions, o.seen] for o in observations], sort_keys=True, ensure_ascii=False)


@lru_cache(maxsize=8)
def _data(text: str, file: str) -> dict[str, Any]:
    data: dict[str, Any] = read_yaml(text, file).data
    return data


@dataclass(frozen=True, slots=True, eq=False)
class _Profile:
    """A profile with all that is worked out of it once."""

    data: dict[str, Any]
    base: Candidate
    rebuilder: Rebuilder


@lru_cache(maxsize=8)
def _profile(text: str, file: str) -> _Profile:
    data = {k: v for k, v in _data(text, file).items() if k != "unknown"}
    rebuilder = Rebuilder(Located(file, data, {}))
    return _Profile(data, Candidate(None, Twin(rebuilder.profile)), rebuilder)


def _base(text: str, file: str) -> Candidate:
    return _profile(text, file).base


def _candidates(text: str, file: str, screens: frozenset[str]) -> Iterator[Candidate]:
    """Yield the changes of a profile that may show on some screens: those of the settings and of the set, and those of these screens."""
    known = _profile(text, file)
    for change in readings(known.data):
        if change.screen and change.screen not in screens:
            continue
        located = Located(file, patched(known.data, change), {})
        try:
            if change.screen and all(path[:2] == ("screens", change.screen) for path, _ in change.patches):
                profile = known.rebuilder.with_screen(located, change.screen)
            else:
                profile = build(located, None, "r2")
            twin = Twin(profile)
        except (DataFileError, *FAULTS):
            continue  # a change that makes no profile is no candidate
        if profile != known.base.twin.profile and runs(twin):
            yield Candidate(change, twin)


@dataclass(frozen=True, slots=True)
class _Point:
    """The profile's own run before an action: where it stood, and which screens it has come to by then."""

    state: State
    screens: frozenset[str]


@lru_cache(maxsize=16)
def _survivors(text: str, file: str, first: str) -> tuple[Candidate, ...]:
    """Return the candidates that show the symptom, by which the search begins; a change of a screen is tried from where it is come to."""
    (one,) = (Observation(a, tuple(b), c) for a, b, c in json.loads(first))
    base = _base(text, file)
    points, screens = _run(base.twin, one.actions)
    found = []
    for candidate in _candidates(text, file, screens):
        at = 0
        if candidate.change and candidate.change.screen:
            at = max((n for n, p in enumerate(points) if candidate.change.screen not in p.screens), default=0)
        state = points[at].state if at else candidate.twin.start
        after = carried(candidate.twin, state, one.actions[at:], stops=True)
        if after is not None and agrees(candidate.twin, after, one.seen):
            found.append(candidate)
    return tuple(found)


def _run(twin: Twin, actions: tuple[str, ...]) -> tuple[list[_Point], frozenset[str]]:
    """Return the profile's own run, action by action, and all screens that it comes near: a change of another one shows nothing on the way."""
    s, near = twin.start, _near(twin, twin.start)
    points = [_Point(s, near)]
    for text in actions:
        after = carried(twin, s, [text])
        if after is None:
            break
        s, near = after, near | _near(twin, after)
        points.append(_Point(s, near))
    return points, near


def _near(twin: Twin, s: State) -> frozenset[str]:
    """Return the screens that a state stands on, and those that one press leads to."""
    here = {s.screen, *s.stack}
    beside = {
        b.arg
        for n in here
        for b in twin.screens[n].bind
        if b.verb in ("open", "enter", "search", "write_and_label", "mode", "toggle_mode")
    }
    beside |= {x.asks for n in here if isinstance(x := twin.screens[n], PickerScreen) and x.asks} | {"value"}
    beside |= {e.screen for n in here if isinstance(x := twin.screens[n], ListScreen) for e in x.entries if e.screen}
    return frozenset({twin.screens[n].name for n in here} | beside)


@lru_cache(maxsize=64)
def _left(text: str, file: str, key: str) -> tuple[tuple[Candidate, Belief], ...]:
    """Return what agrees with all that was seen, the profile itself first where it does."""
    given = json.loads(key)
    observations = [Observation(a, tuple(b), c) for a, b, c in given]
    base = _base(text, file)
    own = believed(base.twin, 0, observations)
    beliefs = [(base, own)]
    if not observations:
        screens = frozenset(s.name for s in base.twin.screens)
        others: Iterable[Candidate] = _candidates(text, file, screens)
    else:
        others = _survivors(text, file, json.dumps(given[:1], sort_keys=True, ensure_ascii=False))
    beliefs += [(c, believed(c.twin, n, observations)) for n, c in enumerate(others, 1)]
    keep = {b.number for b in left_of([b for _, b in beliefs])}
    if own.misses and own.number in keep:
        return ()  # nothing explains what the profile does not
    return tuple((c, b) for c, b in beliefs if b.number in keep)


def _walk(left: list[tuple[Candidate, Belief]], observations: list[Observation], slot: int | None) -> Walk | None:
    """Return the walk that tells most of what is left apart, from home as it stands now."""
    twins = [c.twin for c, _ in left]
    starts = []
    for candidate, belief in left:
        state = belief.states[0]
        home = home_again(candidate.twin, state) if observations else candidate.twin.start
        starts.append(home if home is not None else candidate.twin.start)
    fresh = [t.start for t in twins]
    leads = [*_prefixes(observations), *_to_settings(left)]
    walk = best_walk(twins, fresh, slot, leads[:MOST_LEADS])
    return walk or best_walk(twins, starts, slot, leads[:MOST_LEADS])


def _prefixes(observations: list[Observation]) -> list[tuple[str, ...]]:
    """Return the ways that were gone already; what is behind a symptom lies near it."""
    return list(dict.fromkeys(o.actions for o in observations))


def _to_settings(left: list[tuple[Candidate, Belief]]) -> list[tuple[str, ...]]:
    """Return the ways from home to the settings that what is left differs in."""
    twin = left[0][0].twin
    routes = Routes(twin)
    names = list(dict.fromkeys(c.change.setting for c, _ in left if c.change and c.change.setting))
    found = []
    for name in names[:8]:
        via = routes.to_setting(twin.profile.setting_named(name))
        if via is not None:
            try:
                go = routes.go_to_list(twin.start, via.list_screen)
                cursor = routes.cursor_at(twin.start, via.list_screen)
                found.append((*go, *routes.open_entry(via.list_screen, cursor, via.entry)))
            except AssertionError:
                continue
    return found


def mended(text: str, change: Change | None) -> str:
    """Return the profile's text with a change written into it, its comments kept."""
    if change is None:
        return text
    yaml = YAML(typ="rt")
    yaml.width = 4_000
    data = yaml.load(text)
    for path, value in change.patches:
        at = data
        for part in path[:-1]:
            if isinstance(at, dict) and part not in at:
                at[part] = {}
            at = at[part]
        if value is GONE:
            del at[path[-1]]
        else:
            at[path[-1]] = value
    out = StringIO()
    yaml.dump(data, out)
    return out.getvalue()


def change_settled(text: str, file: str, log: list[Any]) -> Change | None:
    """Return the change that a log settles on, None where it is the profile as it stands."""
    left = _left(text, file, _key([_observation(n, line) for n, line in enumerate(log, 1)]))
    return left[0][0].change if left else None


def trial_of(file: str, log: list[Any], slot: str | None, patched_file: str | None = None) -> dict[str, Any]:
    """Return ``trial`` of a profile file; where it is settled, the mended profile is written to another file.  Raises DataFileError, Refusal."""
    text = read_profile(file)
    answer = trial(text, file, log, slot)
    if patched_file and answer.get("settled", {}).get("patches"):
        Path(patched_file).write_text(mended(text, change_settled(text, file, log)), encoding="utf-8")
    return answer


def read_log(path: str) -> list[Any]:
    """Read a log of one JSON object a line; raises Refusal."""
    lines = []
    for number, line in enumerate(Path(path).read_text(encoding="utf-8").splitlines(), 1):
        if line.strip():
            try:
                lines.append(read_json(line))
            except ValueError as error:
                raise Refusal(line[:40], f"log line {number}", "one JSON object a line", str(error)) from None
    return lines

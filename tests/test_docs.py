"""The documents are true: their examples run, their lists are current, nothing reaches out."""

import re
import subprocess
from pathlib import Path

import grimp
import networkx as nx
import pytest
import yaml

from support import coverage, goals
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Tap
from vocator.core.radio.perform import perform
from vocator.core.radio.register import ALL_KINDS as SCREEN_KINDS
from vocator.core.radio.register import REGISTER
from vocator.core.radio.tables import ALL_VERBS
from vocator.core.radio.twin import Twin
from vocator.files.channels_csv import read_channels
from vocator.files.profile_schema import json_schema
from vocator.files.profile_yaml import build, check_text, model_names
from vocator.files.screen_schema import SCREEN_FILES, fields_of
from vocator.files.strict_yaml import read_yaml
from vocator.usecases.profiles.format_reference import KINDS, as_markdown, reference
from vocator.usecases.programming.goal_table import cell, goal_table
from vocator.usecases.programming.prove_radios import ALL_KINDS
from vocator.usecases.twin.twins import twin_of

ROOT = Path(__file__).parent.parent
DOCS = ROOT / "docs"


def blocks(name: str, language: str) -> list[str]:
    return re.findall(rf"```{language}\n(.*?)```", (DOCS / name).read_text(encoding="utf-8"), re.S)


def test_the_manual_coverage_is_current():
    assert coverage.PAGE.read_text(encoding="utf-8") == coverage.render()


def test_the_whole_example_profile_of_the_format_page_loads_and_runs():
    (text,) = [b for b in blocks("profile-format.md", "yaml") if b.startswith("model:")]
    assert check_text(text, "example.yaml") == []
    twin = Twin(build(read_yaml(text, "example.yaml"), None, "r2"))
    state = twin.start
    for key in ("1", "4", "6", "5", "5", "0"):
        state, _ = twin.act(state, Tap(key))
    assert twin.freq(state) == 146_550_000


def laid_over(base: dict, change: dict) -> dict:
    """A profile with a change: mappings are joined, all else is replaced."""
    return base | {
        k: laid_over(base[k], v) if isinstance(v, dict) and isinstance(base.get(k), dict) else v for k, v in change.items()
    }


MECHANISMS = [b for b in blocks("profile-format.md", "yaml") if not b.startswith("model:")]


@pytest.mark.parametrize("text", MECHANISMS, ids=[b.rpartition("# ")[2].strip() for b in MECHANISMS])
def test_each_mechanism_of_the_format_page_works_as_it_says(text):
    whole = next(b for b in blocks("profile-format.md", "yaml") if b.startswith("model:"))
    changed, _, tried = text.rpartition("# ")
    profile = laid_over(yaml.safe_load(whole), yaml.safe_load(changed))
    written = yaml.safe_dump(profile, allow_unicode=True, sort_keys=False)
    assert check_text(written, "example.yaml") == []
    twin = Twin(build(read_yaml(written, "example.yaml"), None, "r2"))
    keys, _, shown = tried.strip().partition(" -> ")
    state = twin.start
    for action in parse_actions(twin.profile, keys):
        state = perform(twin, state, action).state
    assert display(twin, state).main == shown


def test_the_format_page_names_every_verb_and_every_kind():
    page = (DOCS / "profile-format.md").read_text(encoding="utf-8")
    missing = [v for v in ALL_VERBS if f"`{v}" not in page]
    assert missing == []
    assert [k for k in SCREEN_FILES if f"`{k}`" not in page] == []


@pytest.mark.parametrize("page", ["architecture.md", "profile-format.md", "glossary.md"])
def test_files_named_in_the_documents_exist(page):
    for name in re.findall(r"`((?:src|web|tests|docs|scripts|benchmarks)/[\w./-]+)`", (DOCS / page).read_text(encoding="utf-8")):
        assert (ROOT / name).exists(), name


def test_the_readme_shows_pictures_that_exist_and_fewer_than_twenty():
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    pictures = re.findall(r"\((docs/screenshots/[\w.-]+)\)", readme)
    assert pictures
    assert all((ROOT / p).is_file() for p in pictures)
    assert len(list((DOCS / "screenshots").glob("*.png"))) < 20


def test_no_lock_file_names_a_host():
    for name in ("requirements.txt", "requirements-dev.txt"):
        assert not re.search(r"https?://", (ROOT / name).read_text(encoding="utf-8"))
    assert '"resolved"' not in (ROOT / "web" / "package-lock.json").read_text(encoding="utf-8")


def test_the_start_script_explains_itself_and_refuses_other_hosts():
    told = subprocess.run(["./start", "--help"], cwd=ROOT, capture_output=True, text=True, check=True).stdout
    assert "--port" in told and "--empty" in told and "--reset" in told
    refused = subprocess.run(["./start", "--host", "0.0.0.0"], cwd=ROOT, capture_output=True, text=True, check=False)
    assert refused.returncode == 1
    assert "loopback" in refused.stderr
    assert subprocess.run(["./start", "--port", "x"], cwd=ROOT, capture_output=True, check=False).returncode == 1


def test_the_table_of_goals_is_what_the_planner_finds_and_what_the_page_shows():
    table = goal_table()
    assert goals.PAGE.read_text(encoding="utf-8") == goals.render(table)
    assert table["kinds"] == list(ALL_KINDS)
    assert [row["model"] for row in table["radios"]] == model_names()
    for row in table["radios"]:
        twin = twin_of(row["model"])
        for kind in table["kinds"]:
            assert cell(twin, kind, prove_it=False) == row["cells"][kind], (row["model"], kind)


def test_the_examples_of_the_channel_format_are_read_as_they_say():
    first, second = (read_channels(text) for text in blocks("formats.md", "csv"))
    assert [(r.slot, r.line, r.label) for r in first] == [("1", "147.33 + 103.5", "RIDGE"), ("2", "146.55 simplex", None)]
    assert [r.line for r in second] == ["147.330/147.930 t103.5"]


def test_no_modules_import_each_other_in_a_circle():
    graph, found = grimp.build_graph("vocator"), nx.DiGraph()
    found.add_edges_from((m, other) for m in graph.modules for other in graph.find_modules_directly_imported_by(m))
    assert [sorted(circle) for circle in nx.strongly_connected_components(found) if len(circle) > 1] == []


def test_the_reference_of_the_format_is_made_from_schema_and_register_and_its_examples_stand_in_a_radio():
    assert set(KINDS) == SCREEN_KINDS
    found = reference()
    assert (DOCS / "profile-reference.md").read_text(encoding="utf-8") == as_markdown(), (
        "./vocator profile reference > docs/profile-reference.md"
    )
    schema = json_schema()
    assert {f["name"] for f in found["parts"]} == set(schema["properties"]) - {"settings", "screens"}
    told = {f["name"] for kind in found["screens"] for f in kind["fields"]}
    assert told == {f for kind in SCREEN_FILES for f in fields_of(kind)} - {"kind", "bind", "entries"}
    assert {v["verb"] for kind in found["screens"] for v in kind["verbs"]} == set(REGISTER)
    assert all(v["words"] for kind in found["screens"] for v in kind["verbs"])
    shown = [one for kind in found["screens"] for one in (*kind["fields"], *kind["verbs"]) if one["example"]]
    assert all(yaml.safe_load(f"{{{one['example']}}}") for one in shown)
    assert len(shown) > 150 and {one["model"] for one in shown} <= set(model_names())

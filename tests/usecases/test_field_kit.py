"""A field kit's heart: plain Python, without what a server needs, and the same answers."""

import json
import subprocess
import sys
import zipfile
from io import BytesIO

import pytest

from vocator.field.kernel import answer
from vocator.files.profile_yaml import load_profile
from vocator.usecases.field_kit import core_zip

ALONE = """
import json, sys
sys.path.insert(0, sys.argv[1])
from vocator.field.kernel import answer
print(json.dumps([answer(call, given) for call, given in json.load(sys.stdin)]))
missing = {"pydantic", "numpy", "networkx", "ruamel", "sqlalchemy", "fastapi", "strictyaml", "skyfield"} & {m.split(".")[0] for m in sys.modules}
assert not missing, missing
"""
LINES = ["147.33 + 103.5 DEPOT", "442.1 d023 narrow", "146.55"]
ASKED = [
    ("models", {}), ("model", {"model": "ardvane-osprey"}), ("resolve", {"line": "in 146.73 out 147.33"}), ("resolve", {"line": "14733 +"}),
    ("resolve", {"line": "145.6 -", "region": "r1"}), ("sheet", {"model": "ardvane-finch", "slot": "999999", "line": "146.55"}),
    ("twin-start", {"model": "brisko-pico"}), ("nonsense", {}),
]  # fmt: skip


@pytest.fixture(scope="module")
def folder(tmp_path_factory):
    to = tmp_path_factory.mktemp("heart")
    zipfile.ZipFile(BytesIO(core_zip())).extractall(to)
    return to


def test_the_heart_answers_alone_as_it_does_at_home(folder):
    models = [one["model"] for one in json.loads(answer("models", "{}"))["ok"]]
    assert len(models) == 12
    slots = {m: load_profile(m).slot_keys[3] for m in models}
    calls = ASKED + [
        ("sheet", {"model": m, "slot": slots[m], "line": LINES[i % 3], "may_send": i % 2 == 0}) for i, m in enumerate(models)
    ]
    asked = [(call, json.dumps(given)) for call, given in calls]
    at_home = [answer(call, given) for call, given in asked]
    contents = [found["ok"]["content"] for found in map(json.loads, at_home) if "content" in found.get("ok", {})]
    assert len(contents) >= 10, "a line beyond a radio is refused; sheets of the others are written"
    for content in contents[::4]:
        step = len(content["steps"]) // 2
        given = json.dumps({"content": content, "step": step, "done": step, "text": "the display is dark"})
        asked += [(call, given) for call in ("sights", "twin")]
        seen = json.loads(answer("sights", given))["ok"]
        asked.append(("recovery", json.dumps({"content": content, "step": step, "text": seen[0]["display"]["text"]})))
    at_home = [answer(call, given) for call, given in asked]
    run = subprocess.run(
        [sys.executable, "-I", "-S", "-c", ALONE, str(folder)], input=json.dumps(asked), capture_output=True, text=True
    )
    assert run.returncode == 0, run.stderr
    for (call, given), here, there in zip(asked, at_home, json.loads(run.stdout), strict=True):
        assert json.loads(there) == json.loads(here), (call, given[:200])


def test_the_same_kit_has_the_same_bytes_and_a_broken_profile_is_refused(folder):
    assert core_zip() == core_zip()
    kept = folder / "vocator" / "compiled.json"
    text = kept.read_text()
    found = json.loads(text)
    model, of_model = next(iter(found["profiles"].items()))
    text_of_one = of_model["texts"][f"{of_model['first']}/r2"]
    text_of_one[0] += " "
    kept.write_text(json.dumps(found))
    try:
        asked = json.dumps([("model", json.dumps({"model": model}))])
        run = subprocess.run([sys.executable, "-I", "-S", "-c", ALONE, str(folder)], input=asked, capture_output=True, text=True)
        assert "take the kit anew" in json.loads(json.loads(run.stdout)[0])["problem"]["detail"]
    finally:
        kept.write_text(text)

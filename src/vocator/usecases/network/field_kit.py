"""A field kit: a folder of plain files that is one operator's Vocator, with the heart in the page and no server."""

import hashlib
import io
import json
import shutil
import zipfile
from collections.abc import Callable, Iterable
from dataclasses import asdict
from functools import partial
from pathlib import Path
from typing import Any

import defusedxml
import fsrs
import geographiclib
import lark
import typing_extensions

from vocator import VERSION
from vocator.core.radio.compiled import compiled, digest_of
from vocator.core.radio.profile import Profile
from vocator.core.refusal import Refusal
from vocator.files.profile_yaml import load_profile, model_names
from vocator.files.region_yaml import load_region, region_names
from vocator.usecases.twin.drawing import drawings
from vocator.where import PACKAGE, ROOT

WEB = ROOT / "web"
RUNTIME = ("pyodide.mjs", "pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip", "pyodide-lock.json")
LONG_AGO = (1980, 1, 1, 0, 0, 0)  # the same kit has the same bytes, whenever it is written
CORE = ("batch", "channel", "drill", "goals", "keeping", "planning", "proving", "radio", "slips", "onair")
USECASES = (
    "errors", "keeping/radios", "outings/board", "outings/fault_branches", "outings/outing_csv", "outings/outings", "outings/places", "passes/ride_score", "problem_details", "programming/chains", "programming/evidence", "programming/goal_forms",
    "programming/line_view", "programming/make_batch", "programming/make_sheet", "programming/plain_lines", "programming/put_back", "programming/recover", "programming/resolve_line",
    "programming/sheet_view", "programming/sheet_work", "programming/sheets", "twin/drawing", "twin/drill", "twin/run_twin", "twin/twin_play",
    "twin/twins",
)  # fmt: skip
SHIMS = {
    "profile_yaml": "files", "region_yaml": "files", "profile_readings": "files", "apart": "usecases/network", "band_play": "usecases/twin",
    "band": "core/onair", "repositories": "storage", "outing_repositories": "storage", "drill_repository": "storage", "database": "storage",
}  # fmt: skip
ALONGSIDE = (
    "__init__", "clock", "core/orbit/__init__", "core/orbit/grid", "core/orbit/site",
    *(f"core/outing/{name}" for name in ("__init__", "allocation", "fault_tree", "findings", "intermodulation", "kept", "outing", "reach")),
    "field/__init__", "field/kernel", "field/drill_calls", "field/later", "field/outing_calls", "field/book", "field/carried", "files/outing_csv", "files/bounded_json", "files/geojson", "files/gpx", "files/csv_cells", "files/data_problems", "files/channels_csv",
)  # fmt: skip
PACKAGES = (lark, fsrs, typing_extensions, geographiclib, defusedxml)
"""Small pure packages that the heart needs, as they are."""


def core_zip() -> bytes:
    """Return the heart as a zip of Python sources, with profiles and regions compiled."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as kit:

        def put(path: Path, name: str) -> None:
            kit.writestr(zipfile.ZipInfo(name, LONG_AGO), path.read_bytes(), zipfile.ZIP_DEFLATED)

        for path in sorted(_sources()):
            put(path, f"vocator/{path.relative_to(PACKAGE)}")
        for name, room in SHIMS.items():
            put(PACKAGE / "field" / "shims" / f"{name}.py", f"vocator/{room}/{name}.py")
        for name in ALONGSIDE:
            put(PACKAGE / f"{name}.py", f"vocator/{name}.py")
        for name in ("__init__", "orm"):
            put(PACKAGE / "field" / "shims" / f"{name}.py", f"sqlalchemy/{name}.py")
        kit.writestr(
            zipfile.ZipInfo("vocator/compiled.json", LONG_AGO), json.dumps(_compiled(), ensure_ascii=False), zipfile.ZIP_DEFLATED
        )
        for package in PACKAGES:
            source = Path(str(package.__file__))
            for path in sorted(source.parent.rglob("*")) if source.name == "__init__.py" else [source]:
                if path.suffix in (".py", ".lark") and "__pycache__" not in path.parts:
                    put(path, str(path.relative_to(source.parent.parent if source.name == "__init__.py" else source.parent)))
    return out.getvalue()


def _sources() -> list[Path]:
    """Return the modules that go along as they are."""
    stand_ins = {PACKAGE / room / f"{name}.py" for name, room in SHIMS.items()}
    found = [PACKAGE / "core" / "__init__.py", *(PACKAGE / "core").glob("*.py")]
    for room in CORE:
        found += (PACKAGE / "core" / room).rglob("*.py")
    found += [PACKAGE / "usecases" / f"{name}.py" for name in USECASES]
    found += [p.parent / "__init__.py" for p in (*found, *stand_ins)]
    return [
        p
        for p in dict.fromkeys(found)
        if p not in stand_ins and not (p.parent.name == "onair" and p.name in ("satellites.py", "links.py"))
    ]


def compiled_texts(firmwares: Iterable[str], load: Callable[[str, str], Profile]) -> dict[str, list[str]]:
    """Return a profile as it goes along: by firmware and region its text with its digest."""
    texts = {}
    for firmware in firmwares:
        for region in region_names():
            try:
                profile = load(firmware, region)
            except KeyError:
                continue
            texts[f"{firmware}/{region}"] = [compiled(profile), digest_of(profile)]
    return texts


def _compiled() -> dict[str, Any]:
    profiles = {}
    for model in model_names():
        first = load_profile(model)
        texts = compiled_texts((f.name for f in first.firmwares), partial(load_profile, model))
        profiles[model] = {"first": first.firmware, "texts": texts}
    return {"version": VERSION, "profiles": profiles, "regions": {name: asdict(load_region(name)) for name in region_names()}}


def heart_files() -> dict[str, bytes]:
    """Return what the heart is made of, by name; raises Refusal where the runtime is not set up."""
    runtime = WEB / "node_modules" / "pyodide"
    if not (runtime / RUNTIME[0]).is_file():
        raise Refusal(
            "the heart's runtime is not there", "field", "a set-up with the front end", "Run ./start, which sets it up."
        )
    return {**{name: (runtime / name).read_bytes() for name in RUNTIME}, "core.zip": core_zip()}


def field_kit(folder: str, first: dict[str, Any] | None = None) -> dict[str, Any]:
    """Write a field kit; returns what was written, in bytes.  ``first`` is a file that it takes when it is opened first (``hand_over``).  Raises Refusal where the page's part is not built, or the folder holds something else."""
    to, built, runtime = Path(folder), WEB / "dist-kit", WEB / "node_modules" / "pyodide"
    if not (built / "kit.html").is_file() or not (runtime / RUNTIME[0]).is_file():
        raise Refusal(
            "the page of the kit is not built",
            "field-kit",
            "a set-up with the front end",
            "Write it with ./vocator field-kit, which builds the page first.",
        )
    if to.exists() and any(to.iterdir()) and not (to / "kit.json").is_file():
        raise Refusal(f"{folder} holds other files", "folder", "an empty folder, or an earlier kit", "Name another folder.")
    to.mkdir(parents=True, exist_ok=True)
    for old in (to / "assets", to / "python"):
        shutil.rmtree(old, ignore_errors=True)
    for part in (built, WEB / "src" / "kit" / "static"):
        shutil.copytree(part, to, dirs_exist_ok=True, ignore=shutil.ignore_patterns(".complete"))
    (to / "kit.html").replace(to / "index.html")
    (to / "python").mkdir()
    for name, raw in heart_files().items():
        (to / "python" / name).write_bytes(raw)
    (to / "models.json").write_text(json.dumps(drawings(), ensure_ascii=False), encoding="utf-8")
    (to / "first.json").write_text(json.dumps(first, ensure_ascii=False), encoding="utf-8")
    files = sorted(p.relative_to(to).as_posix() for p in to.rglob("*") if p.is_file() and p.name not in ("kit.json", "kit-sw.js"))
    digest = hashlib.sha256(b"".join((to / f).read_bytes() for f in files)).hexdigest()[:16]
    (to / "kit.json").write_text(json.dumps({"version": VERSION, "digest": digest, "files": files}, indent=1), encoding="utf-8")
    keeper = (to / "kit-sw.js").read_text(encoding="utf-8")
    (to / "kit-sw.js").write_text(keeper.replace("__KIT__", digest), encoding="utf-8")
    return {"folder": str(to), "files": len(files), "bytes": sum((to / f).stat().st_size for f in files)}

"""Everything that is kept as one archive, and back into an empty installation."""

import io
import json
import zipfile
import zlib
from collections.abc import Callable
from typing import Any

from sqlalchemy.exc import DBAPIError
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.refusal import Refusal
from vocator.files.bounded_json import read_json
from vocator.storage.archive import OLDEST, REVISION, count_on, is_empty, put_rows, rows_of, table_names

MOST_BYTES = 40_000_000
"""A big club's outing, 30 radios with 40 channels each, is 15 MB unpacked; twice that and more is kept by nobody."""
WHAT = "an archive that was exported here"


def write_archive(session: Session) -> bytes:
    """Return a zip with a manifest and a JSON file for each table."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        manifest = {"vocator_archive": 1, "revision": REVISION, "made_utc": clock.utc_now().isoformat(timespec="seconds")}
        archive.writestr("manifest.json", json.dumps(manifest, indent=1))
        for name in table_names():
            archive.writestr(f"{name}.json", json.dumps(rows_of(session, name), ensure_ascii=False))
    return out.getvalue()


def restore(session: Session, raw: bytes, reopen: Callable[[Session], None]) -> int:
    """Restore an archive into an empty store; returns how many rows there are now.

    ``reopen`` opens everything as the pages would, and raises Refusal for what does not open.

    Raises Refusal: no archive, cut short, of a newer version, with foreign or oversized parts, or a
    store that is not empty.  Nothing is kept then.
    """
    if not is_empty(session):
        raise Refusal(
            "a store that holds something",
            "restore",
            "an empty installation",
            "Start with ./start --reset --empty, then restore.",
        )
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as archive:
            parts, revision = _parts(archive)
    except (zipfile.BadZipFile, EOFError, OSError, RuntimeError, NotImplementedError, zlib.error) as error:
        raise Refusal(f"no whole archive: {error}", "restore", WHAT, "It may be cut short: export it anew.") from None
    count = 0
    try:
        for name in table_names():
            try:
                rows = read_json(parts[name])
                if not isinstance(rows, list):
                    raise ValueError(f"{name}: a list of rows is expected")
                put_rows(session, name, rows, revision)
            except DBAPIError as error:
                raise ValueError(f"{name}: {error.orig}") from None
            count += len(rows)
        count_on(session)
        session.flush()
        session.expire_all()
    except (ValueError, DBAPIError) as error:
        raise Refusal(str(error).splitlines()[0][:200], "restore", WHAT, "Nothing was restored; export it anew.") from None
    reopen(session)
    return count


def _parts(archive: zipfile.ZipFile) -> tuple[dict[str, bytes], str]:
    wanted = {"manifest.json", *(f"{n}.json" for n in table_names())}
    names = archive.namelist()
    odd = sorted(set(names) - wanted)
    if odd or len(names) != len(set(names)):
        raise Refusal(
            repr((odd or names)[0])[:60],
            "restore",
            ", ".join(sorted(wanted)),
            "It is no archive of this version, or was tampered with.",
        )
    if sum(i.file_size for i in archive.infolist()) > MOST_BYTES:
        raise Refusal("parts that are too large", "restore", f"{MOST_BYTES:,} bytes in all", "It was tampered with.")
    read = {n: _read(archive, n) for n in names}
    try:
        manifest = read_json(read.get("manifest.json", b""))
        version, revision = manifest["vocator_archive"], str(manifest["revision"])
    except (ValueError, KeyError, TypeError):
        raise Refusal("no manifest", "restore", WHAT, "Export it anew.") from None
    if version != 1 or not OLDEST <= revision <= REVISION:
        newer = "a newer" if version != 1 or revision > REVISION else "an older"
        raise Refusal(
            f"{newer} version ({revision})",
            "restore",
            f"versions {OLDEST} to {REVISION}",
            "Restore it with the version that made it, then export anew.",
        )
    missing = sorted(wanted - set(names))
    if missing:
        raise Refusal(f"no {missing[0]}", "restore", WHAT, "It may be cut short: export it anew.")
    return {n.removesuffix(".json"): raw for n, raw in read.items()}, revision


def _read(archive: zipfile.ZipFile, name: str) -> bytes:
    with archive.open(name) as part:
        raw = part.read(MOST_BYTES + 1)
    if len(raw) > MOST_BYTES:
        raise Refusal("a part that grows without end", "restore", f"{MOST_BYTES:,} bytes", "It was tampered with.")
    return raw


def kept_rows(session: Session, table: str) -> list[dict[str, Any]]:
    """Return the rows of a table as an archive holds them."""
    return rows_of(session, table)

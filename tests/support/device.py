"""A device without the server: the heart by itself in a plain Python, with its rows, and what it has not told yet."""

import json
import subprocess
import sys
from datetime import timedelta
from pathlib import Path
from typing import Any

from vocator.field.book import TABLES

ALONE = """
import json, sys
from datetime import UTC, datetime, timedelta
sys.path.insert(0, sys.argv[1])
from vocator import clock
ahead = timedelta(seconds=float(sys.argv[2]))
clock.utc_now = lambda: datetime.now(UTC) + ahead
from vocator.field import kernel
for line in sys.stdin:
    call, *given = json.loads(line)
    print(json.dumps(getattr(kernel, call)(*given)), flush=True)
missing = {"pydantic", "numpy", "networkx", "ruamel", "fastapi", "strictyaml", "skyfield", "psycopg"} & {m.split(".")[0] for m in sys.modules}
assert not missing, missing
"""


class Device:
    """Asks the heart as a page does, keeps its rows and its outbox, and tells a server through ``client``."""

    def __init__(self, folder: Path, ahead: timedelta = timedelta()) -> None:
        self.heart = subprocess.Popen(
            [sys.executable, "-I", "-S", "-c", ALONE, str(folder), str(ahead.total_seconds())],
            stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.PIPE, text=True,
        )  # fmt: skip
        self.begin()

    def begin(self) -> None:
        """Begin anew, with nothing kept."""
        self.rows: dict[str, dict[str, Any]] = {}
        self.outbox: list[dict[str, Any]] = []
        self._call("open_book", "[]")

    def _call(self, *call: Any) -> Any:
        assert self.heart.stdin and self.heart.stdout and self.heart.stderr
        self.heart.stdin.write(json.dumps(call) + "\n")
        self.heart.stdin.flush()
        line = self.heart.stdout.readline()
        if not line:
            raise RuntimeError(self.heart.stderr.read())
        return json.loads(line)

    def ask(self, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """Return status and body of a call."""
        return self._kept(self._call("answer", method, path, json.dumps(body)))

    def _kept(self, text: str) -> tuple[int, Any]:
        reply = json.loads(text)
        for name, row in reply["changed"].items():
            if row is None:
                self.rows.pop(name, None)
            else:
                self.rows[name] = row
        self.outbox += reply["events"]
        return reply["status"], reply["body"]

    def file(self) -> str:
        """Return the file that carries everything to another device."""
        return self._call("all_rows")

    def take(self, file: str) -> tuple[int, Any]:
        """Take such a file."""
        return self._kept(self._call("take_rows", file))

    def reopen(self) -> None:
        """Begin again with the rows that were kept, as after a restart of the browser."""
        self._call("open_book", json.dumps([(name.partition("/")[0], row) for name, row in self.rows.items()]))

    def tell(self, client: Any, count: int | None = None) -> dict[str, Any]:
        """Send so many events of the outbox (None: all); what arrived leaves it."""
        sent = self.outbox[:count]
        answer = client.post("/api/field/events", json={"events": sent})
        assert answer.status_code == 200, answer.text
        told = answer.json()
        self.outbox = [e for e in self.outbox if e["id"] not in told["ids"]]
        return told

    def fetch(self, client: Any) -> None:
        """Take the server's rows in place of one's own; only with an empty outbox."""
        assert not self.outbox
        known = {row["id"]: row for name, row in self.rows.items() if name.startswith("sheet/")}
        book = client.get("/api/field/book", params={"have": ",".join(known)}).json()
        for sheet in book["sheet"]:
            if sheet["content"] is None:
                sheet["content"] = known[sheet["id"]]["content"]
        self.rows = {f"{table}/{'/'.join(str(row[k]) for k in TABLES[table])}": row for table, own in book.items() for row in own}
        self.reopen()

    def close(self) -> None:
        """End the heart; raises AssertionError where it needed more than it may."""
        _, errors = self.heart.communicate()
        assert self.heart.returncode == 0, errors


USUAL = ({"mode": "FM"}, {"soft": []}, {"entries": []}, {"power": None})
"""What the API writes out where it is as usual, and the heart leaves out."""


def alike(found: Any) -> Any:
    """Leave out what differs by nature: numbers and ids given, moments; and what is as usual."""
    if isinstance(found, dict):
        left_out = ("id", "radio_id", "created_at", "at", "changed_at", "token", "chain")
        return {k: alike(v) for k, v in found.items() if k not in left_out and {k: v} not in USUAL}
    return [alike(v) for v in found] if isinstance(found, list) else found


def both(client: Any, device: Device, method: str, path: str, body: Any = None) -> Any:
    """Ask a server and a device the same; returns both answers, which are alike."""
    there = client.request(method, f"/api{path}", json=body)
    status, here = device.ask(method, path, body)
    assert status == there.status_code, (method, path, here, there.text)
    if there.status_code != 204:
        assert alike(here) == alike(there.json()), (method, path)
    return there.json() if there.content else None, here

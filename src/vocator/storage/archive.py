"""All that is kept as plain rows, table by table, out and in again."""

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, BigInteger, Boolean, DateTime, Float, Integer, String, Table, func, select, text
from sqlalchemy.orm import Session

from vocator.core.instants import instant_from
from vocator.storage.tables import Base

REVISION = "0013"
"""The newest migration; rows of a newer one are not read."""
SINCE: dict[str, dict[str, dict[str, Any]]] = {
    "0007": {
        "tick": {"settled": True}, "work_log": {"source": None, "sheet_id": None},
        "slot_event": {"source": None, "sheet_id": None, "rank": 0, "effect": None},
        "contact": {"changed_utc": None, "removed": False, "forms": []},
    },
    "0008": {},
    "0009": {"radio": {"marks": []}},
    "0010": {},
    "0011": {},
    "0012": {},
    "0013": {},
}  # fmt: skip
"""What each later migration added, with the value it gives to rows from before."""
OLDEST = "0006"


def added_since(revision: str, table: str) -> dict[str, Any]:
    """Return the columns that rows of an older revision lack, with their values."""
    added: dict[str, Any] = {}
    for later, tables in SINCE.items():
        if later > revision:
            added |= tables.get(table, {})
    return added


def archived_tables() -> list[Table]:
    """Return the tables that are exported, in an order in which rows may be inserted; secrets and sessions stay here."""
    return [t for t in Base.metadata.sorted_tables if t.info.get("archived", True)]


def table_names() -> list[str]:
    """Return the names of the tables that are exported."""
    return [t.name for t in archived_tables()]


def rows_of(session: Session, name: str) -> list[dict[str, Any]]:
    """Return all rows of a table as plain values."""
    table = Base.metadata.tables[name]
    return [
        {k: v.isoformat() if isinstance(v, datetime) else v for k, v in row.items()}
        for row in session.execute(select(table)).mappings()
    ]


def is_empty(session: Session) -> bool:
    """Whether nothing is kept."""
    return not any(session.scalar(select(func.count()).select_from(t)) for t in archived_tables())


def put_rows(session: Session, name: str, rows: list[Any], revision: str = REVISION) -> None:
    """Insert rows of a revision; raises ValueError for a column that is not the table's, or a value that is none of its kind."""
    table = Base.metadata.tables[name]
    added = added_since(revision, name)
    made = [_row(table, r, n, added) for n, r in enumerate(rows, 1)]
    for start in range(0, len(made), 500):
        session.execute(table.insert(), made[start : start + 500])


def _row(table: Table, given: Any, number: int, added: dict[str, Any]) -> dict[str, Any]:
    if not isinstance(given, dict) or set(given) | set(added) != set(table.columns.keys()):
        raise ValueError(f"{table.name}, row {number}: other columns than {', '.join(table.columns.keys())}")
    return {k: _value(table, k, v, number) for k, v in (added | given).items()}


def _value(table: Table, name: str, value: Any, number: int) -> Any:
    column = table.columns[name]
    kind = column.type
    try:
        if value is None:
            if not column.nullable and not isinstance(kind, JSON):
                raise ValueError("nothing, where something is needed")
            return None
        if isinstance(kind, DateTime):
            return instant_from(value)
        if isinstance(kind, Integer):
            most = 2**63 if isinstance(kind, BigInteger) else 2**31
            if type(value) is not int or not -most <= value < most:
                raise ValueError(f"{str(value)[:30]} is no number of its size")
        elif isinstance(kind, Boolean) and type(value) is not bool:
            raise ValueError(f"{str(value)[:30]} is neither true nor false")
        elif isinstance(kind, Float) and (isinstance(value, bool) or not isinstance(value, int | float)):
            raise ValueError(f"{str(value)[:30]} is no number")
        elif isinstance(kind, String):
            if not isinstance(value, str) or len(value) > (kind.length or len(value)) or "\0" in value:
                raise ValueError(f"{str(value)[:30]!r} is no text of its length")
            value.encode()
    except (AttributeError, TypeError, ValueError) as error:
        raise ValueError(f"{table.name}, row {number}, {name}: {error}") from None
    return value


def count_on(session: Session) -> None:
    """Let the numbers that the database gives out go on after the highest one restored."""
    for table in archived_tables():
        keys = list(table.primary_key.columns)
        if (
            len(keys) == 1
            and isinstance(keys[0].type, Integer)
            and keys[0].autoincrement is not False
            and table.name != "station"
        ):
            name = keys[0].name
            session.execute(
                text(
                    f"select setval(pg_get_serial_sequence('{table.name}', '{name}'), coalesce((select max({name}) from \"{table.name}\"), 0) + 1, false)"
                )
            )

"""A store of every earlier version, with rows in all its tables, comes to the present one with all of them."""

import json
import tomllib
from datetime import UTC, datetime
from pathlib import Path

import pytest
import sqlalchemy as sa
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy.dialects.postgresql import JSONB

from vocator import VERSION
from vocator.storage.migrate import migrate
from vocator.storage.tables import Base

ROOT = Path(__file__).parents[2]
CONFIG = Config()
CONFIG.set_main_option("script_location", str(ROOT / "src" / "vocator" / "storage" / "migrations"))
CONFIG.set_main_option("path_separator", "os")
REVISIONS = [s.revision for s in ScriptDirectory.from_config(CONFIG).walk_revisions()][::-1]
AT = datetime(2026, 5, 1, tzinfo=UTC)


@pytest.fixture
def fresh(database_url, worker_id):
    """A database with nothing in it, not even tables."""
    server, name = database_url.rsplit("/", 1)[0], f"upgrade_{worker_id}"
    admin = sa.create_engine(f"{server}/postgres", isolation_level="AUTOCOMMIT")
    with admin.connect() as connection:
        connection.execute(sa.text(f'drop database if exists "{name}" with (force)'))
        connection.execute(sa.text(f'create database "{name}"'))
    engine = sa.create_engine(f"{server}/{name}")
    yield engine
    engine.dispose()
    with admin.connect() as connection:
        connection.execute(sa.text(f'drop database "{name}" with (force)'))
    admin.dispose()


def a_value(column):
    """Something that a column of this kind takes."""
    kind = column.type
    if isinstance(kind, sa.Boolean):
        return False
    if isinstance(kind, (sa.Integer, sa.Float, sa.Numeric)):
        return 1
    if isinstance(kind, sa.DateTime):
        return AT
    if isinstance(kind, sa.LargeBinary):
        return b"1"
    if isinstance(kind, (sa.JSON, JSONB)):
        return {"kept": "ä"}
    assert isinstance(kind, sa.String), f"{column}: {kind!r}"
    return "kept"[: kind.length]


def tables_of(engine):
    found = sa.MetaData()
    found.reflect(engine)
    return {t.name: t for t in found.sorted_tables if t.name != "alembic_version" and not t.name.startswith("procrastinate_")}


def rows(engine, tables):
    with engine.connect() as connection:
        return {name: [dict(r) for r in connection.execute(sa.select(table)).mappings()] for name, table in tables.items()}


@pytest.mark.parametrize("revision", REVISIONS)
def test_every_earlier_store_keeps_its_rows(fresh, revision):
    migrate(fresh, revision)
    before = tables_of(fresh)
    with fresh.begin() as connection:
        for table in before.values():
            connection.execute(table.insert().values({c.name: a_value(c) for c in table.columns}))
    kept = rows(fresh, before)
    assert all(len(found) == 1 for found in kept.values())
    migrate(fresh)
    now = tables_of(fresh)
    assert set(now) == set(Base.metadata.tables)
    for name, (row,) in kept.items():
        (after,) = rows(fresh, {name: now[name]})[name]
        assert {k: v for k, v in after.items() if k in row} == row, name


def test_the_migrations_make_the_tables_that_are_used(engine):
    for name, table in tables_of(engine).items():
        assert {c.name for c in table.columns} == {c.name for c in Base.metadata.tables[name].columns}, name


def test_one_version_stands_everywhere():
    assert tomllib.loads((ROOT / "pyproject.toml").read_text())["project"]["version"] == VERSION
    assert json.loads((ROOT / "web" / "package.json").read_text())["version"] == VERSION
    assert f"## {VERSION}\n" in (ROOT / "CHANGELOG.md").read_text()

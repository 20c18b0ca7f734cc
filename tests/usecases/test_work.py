"""Jobs: two workers on one store, one killed in the middle; each sheet is made once, a refusal is told, the rest can be cancelled."""

import os
import signal
import subprocess
import sys
import time

import pytest
from sqlalchemy import text
from sqlalchemy.orm import Session

from conftest import ROOT, empty
from vocator.settings import settings
from vocator.storage.queue import queue_for
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.making import cancel, give_up, make_all, make_sheets_of_person, making
from vocator.usecases.outings.outings import all_outings


@pytest.fixture
def store(engine, database_url, monkeypatch):
    """The worker's own database with the demonstration, as another process sees it too."""
    monkeypatch.setenv("VOCATOR_DATABASE_URL", database_url)
    settings.cache_clear()
    empty(engine)
    with Session(engine) as session:
        load_demo(session)
        session.commit()
        yield session
    empty(engine)
    settings.cache_clear()


@pytest.fixture
def begin(database_url):
    """A function that starts a worker process."""
    started = []

    def start():
        environment = os.environ | {"VOCATOR_DATABASE_URL": database_url, "PYTHONPATH": str(ROOT / "src")}
        started.append(subprocess.Popen([sys.executable, "-m", "vocator.cli.main", "work"], env=environment))
        return started[-1]

    yield start
    for process in started:
        process.kill()
        process.wait()


def until(look, seconds=120):
    """Wait until something is so; returns what it saw."""
    for _ in range(seconds * 10):
        if seen := look():
            return seen
        time.sleep(0.1)
    raise AssertionError("it did not come so far")


def state(store, outing):
    store.rollback()
    return making(store, outing)


def test_two_workers_share_and_what_a_killed_one_began_is_made_once_by_the_other(store, begin):
    one = all_outings(store)[0]
    for _ in range(3):
        make_all(store, one.id)
    store.commit()
    asked = state(store, one.id)
    assert sorted(asked["waiting"]) == sorted(set(asked["waiting"])) and len(asked["waiting"]) > 6 and asked["workers"] == 0

    first, second = begin(), begin()
    until(lambda: len(state(store, one.id)["doing"]) == 2)
    os.kill(first.pid, signal.SIGKILL)
    until(lambda: not (now := state(store, one.id))["waiting"] and not now["doing"])
    made = store.execute(
        text(
            "select count(*), count(distinct radio_id) from sheet s join radio r on r.id = s.radio_id where r.outing_id is not null"
        )
    ).one()
    assert made == (len(asked["waiting"]),) * 2
    assert state(store, one.id)["troubles"] == {} and store.execute(text("select count(*) from procrastinate_jobs")).scalar() == 0
    second.terminate()
    assert second.wait(20) == 0


def test_what_waits_can_be_taken_out_and_what_ended_its_workers_is_told(store):
    outing = all_outings(store)[0].id
    make_all(store, outing)
    store.commit()
    assert state(store, outing)["waiting"]
    cancel(store, outing)
    assert state(store, outing)["waiting"] == []
    give_up({"outing_id": outing, "person_id": "hay"})
    assert "ended 3 times" in state(store, outing)["troubles"]["hay"]
    make_all(store, outing)
    store.commit()
    assert state(store, outing)["troubles"] == {}
    make_sheets_of_person(outing, "nobody")
    assert list(state(store, outing)["troubles"]) == ["nobody"]
    queue_for(settings().database_url).close()
    queue_for.cache_clear()

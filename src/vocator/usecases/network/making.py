"""Sheets for a whole outing: jobs of the queue, one a person, done once by whichever worker takes them."""

from collections.abc import Mapping
from typing import Any

from procrastinate import RetryStrategy
from sqlalchemy.exc import InterfaceError, OperationalError
from sqlalchemy.orm import Session

from vocator.core.goals.goal import Beyond
from vocator.core.outing.findings import understand
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.files.region_yaml import load_region
from vocator.settings import settings
from vocator.storage.database import session_for
from vocator.storage.outing_repositories import OutingRepository
from vocator.storage.queue import SHEETS, Job, Status, counts, put_once, queue_for, task, workers
from vocator.usecases.errors import Doubtful, NotFound, Unproven
from vocator.usecases.outings.board import people_view
from vocator.usecases.outings.outings import kept, make_sheets_for

TASK = "make_sheets_of_person"
MOST_TRIES = 3
STILL_THERE_S = 30.0
REFUSALS = (Beyond, DataFileError, Doubtful, NotFound, Refusal, Unproven)


@task(TASK, SHEETS, RetryStrategy(max_attempts=MOST_TRIES, wait=2, retry_exceptions=[OperationalError, InterfaceError]))
def make_sheets_of_person(outing_id: int, person_id: str) -> None:
    """Make what a person's radio still lacks; a refusal is noted in words, a store that is away is tried again."""
    with session_for(settings().database_url, "jobs") as session:
        words = None
        try:
            make_sheets_for(session, outing_id, person_id)
        except REFUSALS as error:
            session.rollback()
            words = str(error)
        if OutingRepository(session).get(outing_id) is not None:
            OutingRepository(session).note_trouble(outing_id, person_id, words)
        session.commit()


def give_up(asked: Mapping[str, Any]) -> None:
    """Note that whoever began a person's sheets (``asked`` of the task) ended each time before they were made."""
    outing_id, person_id = asked["outing_id"], asked["person_id"]
    with session_for(settings().database_url, "jobs") as session:
        if OutingRepository(session).get(outing_id) is not None:
            words = f"the worker that made them ended {MOST_TRIES} times before it was done; its log says why. Ask again."
            OutingRepository(session).note_trouble(outing_id, person_id, words)
        session.commit()


def make_all(session: Session, outing_id: int) -> None:
    """Put a job there for everybody whose radio still lacks something; raises NotFound.  Asked twice, each is there once."""
    one = kept(session, outing_id)
    clear, _ = understand(one.outing, load_region(one.outing.region))
    for person in people_view(session, one, one.outing.people, clear):
        if person["waiting"]:
            OutingRepository(session).note_trouble(outing_id, person["id"], None)
            put_once(settings().database_url, TASK, _key(outing_id, person["id"]), outing_id=outing_id, person_id=person["id"])


def _key(outing_id: int, person_id: str) -> str:
    return f"outing/{outing_id}/{person_id}"


def _jobs(outing_id: int, status: Status) -> list[Job]:
    found = queue_for(settings().database_url).job_manager.list_jobs(queue=SHEETS, status=status.value)
    return [job for job in found if job.task_kwargs.get("outing_id") == outing_id]


def making(session: Session, outing_id: int) -> dict[str, Any]:
    """Return whose sheets wait and are being made, what could not be made and why, and whether anybody works; raises NotFound."""
    kept(session, outing_id)
    waits, doing = _jobs(outing_id, Status.TODO), _jobs(outing_id, Status.DOING)
    return {
        "waiting": [job.task_kwargs["person_id"] for job in waits],
        "doing": [job.task_kwargs["person_id"] for job in doing],
        "troubles": OutingRepository(session).troubles(outing_id),
        "workers": workers(session, STILL_THERE_S),
    }


def jobs_by_state(session: Session) -> dict[str, int]:
    """Return how many jobs of all kinds are in each state."""
    return counts(session)


def cancel(session: Session, outing_id: int) -> None:
    """Take out what waits; what is being made is finished.  Raises NotFound."""
    kept(session, outing_id)
    manager = queue_for(settings().database_url).job_manager
    for job in _jobs(outing_id, Status.TODO):
        if job.id is not None:
            manager.cancel_job_by_id(job.id, delete_job=True)

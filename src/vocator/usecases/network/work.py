"""A worker: takes jobs of the store's queue, one at a time, until it is told to stop."""

import asyncio
import os
import signal
import sys
import time
from contextlib import suppress
from multiprocessing import connection, get_context
from threading import Timer

from procrastinate import App
from procrastinate.exceptions import ConnectorException
from sqlalchemy.exc import SQLAlchemyError

from vocator.settings import settings
from vocator.storage.queue import Status, ready, worker_for
from vocator.usecases.network import making
from vocator.usecases.network.apart import BEHIND, end_with_parent
from vocator.usecases.profiles.own_profiles import read_from_store
from vocator.usecases.twin.twins import read_own_with

HEARTBEAT_S = 5.0
GONE_S = 15.0
"""A worker that gave no sign of life for so long is taken for dead, and what it was doing is done by another."""
PATIENCE_S = 5
AGAIN_S = (1, 2, 5, 10, 30)


async def take_over(app: App) -> None:
    """Put back, again and again, what workers were doing that are gone; a job that ended too many of them is given up."""
    while True:
        with suppress(ConnectorException):
            for job in await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=GONE_S):
                if job.attempts < making.MOST_TRIES:
                    await app.job_manager.retry_job(job)
                else:
                    await app.job_manager.finish_job(job, Status.FAILED, delete_job=True)
                    await asyncio.to_thread(making.give_up, job.task_kwargs)
        await asyncio.sleep(HEARTBEAT_S)


async def run(url: str) -> None:
    """Work for a store until cancelled; raises what the store's driver raises where it does not answer."""
    app = worker_for(url)
    async with app.open_async():
        watch = asyncio.create_task(take_over(app))
        try:
            await app.run_worker_async(
                install_signal_handlers=False, delete_jobs="successful", update_heartbeat_interval=HEARTBEAT_S,
                stalled_worker_timeout=GONE_S, fetch_job_polling_interval=2.0, shutdown_graceful_timeout=PATIENCE_S,
            )  # fmt: skip
        finally:
            watch.cancel()


async def _until_told(url: str) -> None:
    while not ready(url):  # whoever serves it first is bringing it to the present tables
        await asyncio.sleep(AGAIN_S[0])
    working = asyncio.ensure_future(run(url))

    def stop() -> None:
        working.cancel()
        late = Timer(PATIENCE_S + 1, os._exit, (0,))  # what is still being made then is left to another
        late.daemon = True
        late.start()

    for number in (signal.SIGTERM, signal.SIGINT):
        asyncio.get_running_loop().add_signal_handler(number, stop)
    with suppress(asyncio.CancelledError):
        await working


def work() -> None:
    """Work for this store until told to stop; while it is away, ask again and again."""
    os.nice(2 * BEHIND)
    read_own_with(read_from_store)
    failed = 0
    while True:
        begun = time.monotonic()
        try:
            asyncio.run(_until_told(settings().database_url))
            return
        except (ConnectorException, SQLAlchemyError, OSError) as error:
            failed = 0 if time.monotonic() - begun > 2 * AGAIN_S[-1] else failed + 1
            wait = AGAIN_S[min(failed, len(AGAIN_S) - 1)]
            print(
                f"vocator: the worker does not reach the store ({type(error).__name__}); tried again in {wait} s", file=sys.stderr
            )
            time.sleep(wait)


def _child() -> None:
    end_with_parent()
    work()


def work_in(processes: int) -> None:
    """Work in so many processes until told to stop; one that dies is replaced."""
    if processes == 1:
        work()
        return
    make = get_context("spawn").Process
    alive = [make(target=_child) for _ in range(processes)]

    def stop(*_: object) -> None:
        for one in alive:
            one.terminate()
        for one in alive:
            one.join()
        sys.exit(0)

    for one in alive:
        one.start()
    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, stop)
    while True:
        connection.wait([one.sentinel for one in alive])
        time.sleep(AGAIN_S[0])
        for n, one in enumerate(alive):
            if not one.is_alive():
                alive[n] = make(target=_child)
                alive[n].start()

"""The production server: a few processes on one socket, each of which buffers what clients send and take.

Kernels are compiled before the first process is made, so that no first click waits and they share the memory. Nothing a slow
client does holds a thread: a request is worked on when all of it is there, an answer is kept until it is taken.
"""

from __future__ import annotations

import gc
import math
import os
import signal
import socket
import sys
import time
import traceback
from collections.abc import Callable, Sequence
from functools import partial
from tempfile import TemporaryDirectory
from types import FrameType
from typing import NoReturn

from flask import Flask
from waitress.server import create_server

from jarana.api.settings import Settings
from jarana.core.search.lanes import Helper, engage
from jarana.hosting.parents import end_with_parent
from jarana.hosting.warm_up import warm_up
from jarana.storage.database import make_engine, make_sessions
from jarana.usecases.queue import LONG, QUICK, work_queue

PROCESSES = 2
JOB_PROCESSES = 3
"""Processes that work off what takes longer than a request should; of two or more, the last takes what is long, the others what somebody waits for."""
POLITE = 10
AWAY_SECONDS = 2.0
"""s before a process whose database is away is made anew."""
THREADS = 8
"""Requests worked on at once in each process; the kernels run outside the interpreter's lock."""
BACKLOG = 1024
CONNECTIONS = 1000
"""Open connections of each process, slow ones included."""
SLOW_SECONDS = 60
"""A connection on which nothing happens for so long is closed."""
LARGEST_HEADERS = 32_768
RESTART_SECONDS = 0.2
GRACE_SECONDS = 8.0
"""Processes that have not ended so long after they were asked to are ended."""


def bind(host: str, port: int) -> socket.socket:
    """Return a listening socket that several processes may share."""
    made = socket.socket()
    made.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    made.bind((host, port))
    made.listen(BACKLOG)
    made.setblocking(False)
    return made


def serve(host: str, port: int, processes: int = PROCESSES, workers: int = JOB_PROCESSES) -> int:
    """Serve until told to stop, with so many processes for requests and for jobs; one that dies is made anew."""
    settings = Settings.from_environment()
    works: list[Callable[[], None]] = []
    with TemporaryDirectory(prefix="jarana-metrics-") as folder:
        os.environ.setdefault("PROMETHEUS_MULTIPROC_DIR", folder)
        warm_up()
        if processes:
            from jarana.api.app import create_app

            shared = bind(host, port)
            app = create_app(settings)
            works += [lambda: _work(app, shared)] * processes
        works += [
            partial(_jobs, settings.database_url, queues, (settings.mail, settings.mail_from))
            for queues in queues_of(workers)
        ]
        # What is there by now stays for good: no collection looks through it again, in none of the processes.
        gc.collect()
        gc.freeze()
        return keep_up(works)


def queues_of(workers: int) -> list[tuple[str, ...]]:
    """Return which queues each of so many workers takes from: one alone takes all, of more the last takes what is long.

    Examples
    --------
    >>> queues_of(1), queues_of(2)
    ([('jobs', 'long')], [('jobs',), ('long',)])
    """
    if workers < 2:
        return [(QUICK, LONG)] * workers
    return [*[(QUICK,)] * (workers - 1), (LONG,)]


def _jobs(url: str, queues: Sequence[str], mail: tuple[str, str]) -> None:
    """Work off jobs in this process, on connections made here; what somebody waits for at once goes before them."""
    os.nice(POLITE)
    if QUICK in queues:
        # A find works in two processes: as the only thing that is asked for it is done sooner, among many it costs nothing.
        engage(Helper(_beside))
    try:
        work_queue(url, make_sessions(make_engine(url)), queues=queues, mail=mail)
    except Exception:
        # Made anew by whoever keeps it up; not many times a second while the database is away.
        time.sleep(AWAY_SECONDS)
        raise


def _beside() -> None:
    """Begin as the process beside a worker: ended with it, and by nothing else."""
    end_with_parent()
    signal.signal(signal.SIGINT, signal.SIG_IGN)


def _work(app: Flask, shared: socket.socket) -> None:
    """Serve in this process; a request that is being answered when the end is asked for is answered first."""
    server = create_server(
        app,
        sockets=[shared],
        threads=THREADS,
        connection_limit=CONNECTIONS,
        channel_timeout=SLOW_SECONDS,
        max_request_header_size=LARGEST_HEADERS,
        channel_request_lookahead=1,  # so that it is noticed when a client hangs up: nothing is computed for nobody
        ident=None,
    )

    def stop(_signal: int, _frame: FrameType | None) -> None:
        raise SystemExit(0)

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    try:
        server.run()
    finally:
        server.close()


def _alone(work: Callable[[], None]) -> NoReturn:
    """Do a work in a process of its own, and end it without what the parent would clean up."""
    code = 1
    try:
        work()
        code = 0
    except SystemExit as ended:
        code = ended.code if isinstance(ended.code, int) else 0
    except BaseException:
        traceback.print_exc()
    finally:
        sys.stderr.flush()
        os._exit(code)


def keep_up(works: Sequence[Callable[[], None]], grace: float = GRACE_SECONDS) -> int:
    """Keep a process at each work, making a dead one anew; end them all when asked to, within so many s."""
    children: dict[int, int] = {}
    ending = False

    def stop(_signal: int, _frame: FrameType | None) -> None:
        nonlocal ending
        ending = True
        for child in children:
            os.kill(child, signal.SIGTERM)
        signal.alarm(math.ceil(grace))

    def kill(_signal: int, _frame: FrameType | None) -> None:
        # What is computed long is not waited for: its job is kept and done by the next server.
        for child in children:
            os.kill(child, signal.SIGKILL)

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    signal.signal(signal.SIGALRM, kill)
    while not ending or children:
        for k in set(range(len(works))) - set(children.values()) if not ending else ():
            child = os.fork()
            if child == 0:
                signal.signal(signal.SIGTERM, signal.SIG_DFL)
                end_with_parent()
                _alone(works[k])
            children[child] = k
        try:
            gone, _ = os.wait()
        except ChildProcessError:
            break
        except InterruptedError:
            continue
        children.pop(gone, None)
        if not ending:
            time.sleep(RESTART_SECONDS)
    signal.alarm(0)
    return 0


def main() -> int:
    """Serve on the address in JARANA_HOST and JARANA_PORT."""
    return serve(os.environ.get("JARANA_HOST", "127.0.0.1"), int(os.environ.get("JARANA_PORT", "8450")))


if __name__ == "__main__":
    sys.exit(main())

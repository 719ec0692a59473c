"""The start command: a private database, the demo data, the production server, stopped cleanly together."""

from __future__ import annotations

import fcntl
import hashlib
import os
import secrets
import shutil
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path
from types import FrameType

from jarana.core.words import phrases
from jarana.demo.load import load_demo
from jarana.hosting.address import forget_address, keep_address
from jarana.hosting.parents import end_with_parent
from jarana.hosting.private_postgres import PostgresFailedError, PostgresMissingError, PrivatePostgres
from jarana.ports.line_device import MICROMETER, PULL_SCALE
from jarana.ports.standins.gauge import GaugeService
from jarana.ports.standins.line_device import LineDevice
from jarana.ports.standins.mail_box import MailBox
from jarana.storage.database import make_engine, make_sessions, migrate
from jarana.storage.roles import allow
from jarana.usecases.sign_in import make_token

say = phrases(
    __name__,
    """
cannot-written = { $folder } cannot be written ({ $what }). What it holds is as it was: make room, or name another folder with --data.
no-free = no free port from { $wanted } to { $last }
server-did = The server did not become ready.
holds-something = { $folder } holds something else; name another folder with --data
there-nothing = There is nothing to start over from.
does-not = { $folder } does not hold { $marker }; it is not Jarana's and stays as it is
nothing-was = Nothing was deleted.
port-taken = Port { $wanted } is taken; using { $port }.
postgresql-ended = PostgreSQL ended by itself; starting it again …
still-starting = … still starting after { $seconds } s
server-ended = The server ended while starting; its last lines are above.
starting-postgresql = Starting PostgreSQL on loopback …
bringing-database = Bringing the database up to date …
starting-server = Starting the server (the engine compiles on the very first start: about half a minute) …
server-ended-by = The server ended by itself; see { $log }
stopped-everything = Stopped; everything is kept.
postgresql-runs = PostgreSQL runs again.
jarana-already = Jarana already runs on { $folder }; stop it first.
phone-this = A phone in this net may open http://{ $name }:{ $port }; sign it in from Fish, on the desk opened by that name.
delete-every = Delete every rig and water in { $folder }? Type yes:
trying-again = Trying again …
is-ready = Jarana is ready: { $address }
signs-in-once = (the address signs you in once; Ctrl-C stops everything)
stopping = Stopping …
""",
)


MARKER = "made-by-jarana"
LOOPBACK = ("127.0.0.1", "localhost")
LETTERS = "letters"
"""Folder of the letters the demo's own mail server took: they go to nobody."""
FIRST_PORT = 8450
READY_SECONDS = 900.0
"""The very first start compiles the engine; a slow machine is let take its time."""
TELL_SECONDS = 15.0
LOOK_SECONDS = 1.0
"""So often it is looked whether the server and its database still run."""
LARGEST_LOG = 8_000_000
"""bytes; a longer log is put aside as the one before, and begun anew."""


class Stopped(Exception):
    """Someone asked the command to end."""


def tell(text: str) -> None:
    """Tell progress, a line at a time."""
    print(text, flush=True)


def own_folder(folder: Path) -> Path:
    """Return the data folder, made and marked as ours if it is new; refuse one that is not ours."""
    if folder.exists() and any(folder.iterdir()) and not (folder / MARKER).exists():
        raise SystemExit(say("holds-something", folder=folder))
    try:
        folder.mkdir(parents=True, exist_ok=True, mode=0o755)
        (folder / MARKER).touch()
        (folder / "running").touch()
    except OSError as error:
        raise SystemExit(unwritten(folder, error)) from None
    return folder


def unwritten(folder: Path, error: OSError) -> str:
    """Say that a data folder cannot be written, and what may be done."""
    what = (error.strerror or str(error)).lower()
    return say("cannot-written", folder=folder, what=what)


def reset(folder: Path, ask: Callable[[str], str] = input) -> None:
    """Delete the data folder after asking; only one that holds our marker."""
    if not folder.exists():
        tell(say("there-nothing"))
        return
    if not (folder / MARKER).exists():
        raise SystemExit(say("does-not", folder=folder, marker=MARKER))
    try:
        answer = ask(say("delete-every", folder=folder) + " ")
    except EOFError:
        answer = ""
    if answer.strip().lower() != "yes":
        raise SystemExit(say("nothing-was"))
    PrivatePostgres(folder / "postgres").forget()
    shutil.rmtree(folder)


def pick_port(wanted: int) -> int:
    """Return the wanted port, or the next free one, and say so."""
    for port in range(wanted, wanted + 50):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
        if port != wanted:
            tell(say("port-taken", wanted=wanted, port=port))
        return port
    raise SystemExit(say("no-free", wanted=wanted, last=wanted + 49))


def secret_of(path: Path) -> str:
    """Return the secret a file holds; made where there is none, for its owner's eyes."""
    if not path.exists() or not path.read_text().strip():
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(48))
    return path.read_text().strip()


def _cookie(folder: Path) -> str:
    """Return the name of a folder's cookies: two demos on one host do not sign each other out."""
    return f"jarana_{hashlib.sha256(str(folder).encode()).hexdigest()[:8]}"


def keep_short(log: Path, most: int = LARGEST_LOG) -> None:
    """Put a log that has grown too long aside, and begin it anew; whoever writes to its end goes on doing so."""
    if log.exists() and log.stat().st_size > most:
        shutil.copyfile(log, log.with_suffix(".before.log"))
        log.with_suffix(".before.log").chmod(0o600)
        os.truncate(log, 0)


def _watch(server: subprocess.Popen[bytes], postgres: PrivatePostgres, logs: tuple[Path, ...]) -> None:
    """Return when the server has ended; a database that ended by itself is started again."""
    while server.poll() is None:
        time.sleep(LOOK_SECONDS)
        for log in logs:
            keep_short(log)
        if not postgres.runs() and server.poll() is None:
            tell(say("postgresql-ended"))
            try:
                postgres.start()
                tell(say("postgresql-runs"))
            except (RuntimeError, subprocess.SubprocessError) as error:
                tell(f"{error}\n{say('trying-again')}")


def _wait_ready(address: str, server: subprocess.Popen[bytes]) -> None:
    begun = told = time.monotonic()
    while time.monotonic() < begun + READY_SECONDS:
        if time.monotonic() > told + TELL_SECONDS:
            told = time.monotonic()
            tell(say("still-starting", seconds=f"{told - begun:.0f}"))
        if server.poll() is not None:
            raise SystemExit(say("server-ended"))
        try:
            with urllib.request.urlopen(f"{address}/readyz", timeout=2) as answer:
                if answer.status == 200:
                    return
        except (urllib.error.URLError, OSError):
            time.sleep(0.1)
    raise SystemExit(say("server-did"))


def run_demo(folder: Path, port: int, listen: str = "127.0.0.1", names: tuple[str, ...] = ()) -> int:
    """Start everything, print the address, wait for Ctrl-C, stop everything.

    `listen` is the address it listens on; `names` are those a phone may call it by.
    """
    folder = own_folder(folder.resolve())
    with (folder / "running").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            raise SystemExit(say("jarana-already", folder=folder)) from None

        def stop(_signal: int, _frame: FrameType | None) -> None:
            raise Stopped

        signal.signal(signal.SIGTERM, stop)
        signal.signal(signal.SIGINT, stop)
        postgres = PrivatePostgres(folder / "postgres")
        server: subprocess.Popen[bytes] | None = None
        try:
            tell(say("starting-postgresql"))
            url = postgres.start()
            tell(say("bringing-database"))
            migrate(url)
            url = allow(url, secret_of(folder / "app-password"))
            keep_address(folder, url)
            token = _demo_token(url)
            port = pick_port(port)
            tell(say("starting-server"))
            environment = os.environ | {
                "JARANA_DATABASE_URL": url,
                "JARANA_SECRET_KEY": secret_of(folder / "secret-key"),
            }
            environment |= {"JARANA_COOKIE": _cookie(folder), "JARANA_ERRORS": str(folder / "errors.jsonl")}
            environment |= {"JARANA_HOST": listen, "JARANA_HOSTS": ",".join((*LOOPBACK, *names))}
            environment |= _standins(folder) | {"JARANA_PORT": str(port)}
            written = folder / "server.log"
            written.touch(mode=0o600)
            with written.open("ab") as log:
                server = subprocess.Popen(
                    [sys.executable, "-m", "jarana.hosting.serve"], env=environment, stdin=subprocess.DEVNULL,
                    stdout=log, stderr=log, start_new_session=True, preexec_fn=end_with_parent,
                )  # fmt: skip
            address = f"http://127.0.0.1:{port}"
            _wait_ready(address, server)
            for name in names:
                tell(say("phone-this", name=name, port=port))
            tell(f"\n{say('is-ready', address=f'{address}/enter#{token}')}\n{say('signs-in-once')}\n")
            _watch(server, postgres, (written, postgres.folder / "postgres.log"))
            tell(say("server-ended-by", log=folder / "server.log"))
            return 1
        except Stopped:
            tell(say("stopping"))
            return 0
        except (PostgresMissingError, PostgresFailedError) as failed:
            raise SystemExit(str(failed)) from None
        except OSError as error:
            raise SystemExit(unwritten(folder, error)) from None
        finally:
            signal.signal(signal.SIGINT, signal.SIG_IGN)
            signal.signal(signal.SIGTERM, signal.SIG_IGN)
            if server is not None and server.poll() is None:
                server.terminate()
                try:
                    server.wait(10)
                except subprocess.TimeoutExpired:
                    server.kill()
            forget_address(folder)
            postgres.stop()
            tell(say("stopped-everything"))


def _standins(folder: Path) -> dict[str, str]:
    """Start the simulated devices, gauges and mail server in this process; return where the server finds them."""
    micrometer = LineDevice(MICROMETER, 0.154e-3, 0.0015e-3).start()
    scale = LineDevice(PULL_SCALE, 18.6, 0.5).start()
    return {
        "JARANA_MICROMETER": micrometer.address,
        "JARANA_SCALE": scale.address,
        "JARANA_GAUGE": GaugeService().start().address,
        "JARANA_MAIL": MailBox(folder / LETTERS).start().address,
    }


def _demo_token(url: str) -> str:
    engine = make_engine(url)
    with make_sessions(engine)() as session:
        angler = load_demo(session)
        token = make_token(session, angler.id, datetime.now(UTC))
        session.commit()
    engine.dispose()
    return token

"""``jarana serve | migrate | user | doctor``: run it on machines of one's own (docs/operations.md)."""

from __future__ import annotations

import argparse
import os
import secrets
import sys
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

MOST_PEOPLE = 10_000


def add_serve_commands(commands: Any) -> None:
    """Add the commands of an operator."""
    serve = commands.add_parser("serve", help="serve, by the settings of the environment (docs/operations.md)")
    serve.add_argument("--host", default=os.environ.get("JARANA_HOST", "127.0.0.1"))
    serve.add_argument("--port", type=int, default=int(os.environ.get("JARANA_PORT", "8450")))
    serve.add_argument("--web", type=int, default=2, help="processes that answer requests")
    serve.add_argument("--workers", type=int, default=3, help="processes that do jobs")
    serve.set_defaults(run=_serve)
    migrate = commands.add_parser("migrate", help="bring the database up to date, with a role that owns it")
    migrate.add_argument(
        "--role", default="", help="a role for the application, made or renewed; its word is JARANA_APP_PASSWORD"
    )
    migrate.set_defaults(run=_migrate)
    user = commands.add_parser("user", help="people: add one, list them, let one in")
    verbs = user.add_subparsers(required=True, metavar="verb")
    add = verbs.add_parser("add", help="add a person, and print the way in")
    add.add_argument("name")
    add.set_defaults(run=_add)
    let = verbs.add_parser("let-in", help="print a way in for a person: once, and for a day")
    let.add_argument("name")
    let.set_defaults(run=_let_in)
    verbs.add_parser("list", help="their names").set_defaults(run=_list)
    out = verbs.add_parser("sign-out", help="end every sitting of a person")
    out.add_argument("name")
    out.set_defaults(run=_sign_out)
    doctor = commands.add_parser("doctor", help="what is well with this installation, and what is not")
    doctor.add_argument("--data", default=None, help="the folder of its files")
    doctor.set_defaults(run=_doctor)


def _serve(arguments: argparse.Namespace) -> int:
    from jarana.hosting.serve import serve

    if (
        arguments.web < 0
        or arguments.workers < 0
        or arguments.web + arguments.workers == 0
        or arguments.web + arguments.workers > 64
    ):
        print("--web and --workers: 0 to 64 processes, one at least", file=sys.stderr)
        return 2
    return serve(arguments.host, arguments.port, arguments.web, arguments.workers)


def _migrate(arguments: argparse.Namespace) -> int:
    from jarana.api.settings import database_url, told
    from jarana.storage.database import migrate
    from jarana.storage.roles import allow

    url = database_url("JARANA_OWNER_URL") if told("JARANA_OWNER_URL") else database_url()
    migrate(url)
    print("The database is up to date.")
    if arguments.role:
        word = told("JARANA_APP_PASSWORD") or secrets.token_urlsafe(24)
        try:
            address = allow(url, word, arguments.role)
        except ValueError:
            print(f"--role: {arguments.role}: small letters, digits and _", file=sys.stderr)
            return 2
        print(f"The application's address of it, to be kept in a file only it reads:\n{address}")
    return 0


def _people(work: Any) -> int:
    """Do something with people in one transaction."""
    from jarana.api.settings import database_url
    from jarana.storage.database import make_engine, make_sessions
    from jarana.storage.people import Anglers

    engine = make_engine(database_url())
    try:
        with make_sessions(engine)() as session:
            code: int = work(session, Anglers(session))
            session.commit()
            return code
    finally:
        engine.dispose()


def _way_in(session: Any, angler: Any) -> None:
    from jarana.usecases.sign_in import make_token

    print(
        f"/enter#{make_token(session, angler.id, datetime.now(UTC))}\n(behind the server's address; once, and for a day)"
    )


def _named(people: Any, name: str) -> Any:
    angler = people.named(name)
    if angler is None:
        print(f"{name}: there is no such person", file=sys.stderr)
    return angler


def _add(arguments: argparse.Namespace) -> int:
    from jarana.storage.tables import AnglerRow

    def work(session: Any, people: Any) -> int:
        name = arguments.name.strip()
        if not name or len(name) > 120 or people.named(name) is not None:
            print(f"{name or 'a name'}: wants a name of its own, of up to 120 characters", file=sys.stderr)
            return 2
        _way_in(session, people.add(AnglerRow(name=name)))
        return 0

    return _people(work)


def _let_in(arguments: argparse.Namespace) -> int:
    def work(session: Any, people: Any) -> int:
        angler = _named(people, arguments.name)
        if angler is None:
            return 2
        _way_in(session, angler)
        return 0

    return _people(work)


def _list(_arguments: argparse.Namespace) -> int:
    def work(_session: Any, people: Any) -> int:
        for angler in people.everybody(MOST_PEOPLE):
            print(angler.name)
        return 0

    return _people(work)


def _sign_out(arguments: argparse.Namespace) -> int:
    def work(_session: Any, people: Any) -> int:
        angler = _named(people, arguments.name)
        if angler is None:
            return 2
        people.end_sittings(angler.id, datetime.now(UTC))
        return 0

    return _people(work)


def _doctor(arguments: argparse.Namespace) -> int:
    from jarana.hosting.doctor import look, report

    found = look(Path(arguments.data) if arguments.data else None)
    print(report(found))
    return 0 if all(f.well for f in found) else 1

"""``jarana serve | migrate | user | doctor``: run it on machines of one's own (docs/operations.md)."""

from __future__ import annotations

import argparse
import os
import secrets
import sys
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
database-up = The database is up to date.
serve-by = serve, by the settings of the environment (docs/operations.md)
processes-that = processes that answer requests
processes-that-do = processes that do jobs
bring-database = bring the database up to date, with a role that owns it
role-application = a role for the application, made or renewed; its word is JARANA_APP_PASSWORD
people-add = people: add one, list them, let one in
add-person = add a person, and print the way in
print-way = print a way in for a person: once, and for a day
end-every = end every sitting of a person
what-well = what is well with this installation, and what is not
folder-its = the folder of its files
web-workers = --web and --workers: 0 to 64 processes, one at least
there-no = { $name }: there is no such person
unnamed = a name
wants-name = { $name }: wants a name of its own, of up to 120 characters
their-names = their names
address-of-it = The application's address of it, to be kept in a file only it reads:
behind-address = (behind the server's address; once, and for a day)
role-small = --role: { $role }: small letters, digits and _
""",
)


MOST_PEOPLE = 10_000


def add_serve_commands(commands: Any) -> None:
    """Add the commands of an operator."""
    serve = commands.add_parser("serve", help=say("serve-by"))
    serve.add_argument("--host", default=os.environ.get("JARANA_HOST", "127.0.0.1"))
    serve.add_argument("--port", type=int, default=int(os.environ.get("JARANA_PORT", "8450")))
    serve.add_argument("--web", type=int, default=2, help=say("processes-that"))
    serve.add_argument("--workers", type=int, default=3, help=say("processes-that-do"))
    serve.set_defaults(run=_serve)
    migrate = commands.add_parser("migrate", help=say("bring-database"))
    migrate.add_argument("--role", default="", help=say("role-application"))
    migrate.set_defaults(run=_migrate)
    user = commands.add_parser("user", help=say("people-add"))
    verbs = user.add_subparsers(required=True, metavar="verb")
    add = verbs.add_parser("add", help=say("add-person"))
    add.add_argument("name")
    add.set_defaults(run=_add)
    let = verbs.add_parser("let-in", help=say("print-way"))
    let.add_argument("name")
    let.set_defaults(run=_let_in)
    verbs.add_parser("list", help=say("their-names")).set_defaults(run=_list)
    out = verbs.add_parser("sign-out", help=say("end-every"))
    out.add_argument("name")
    out.set_defaults(run=_sign_out)
    doctor = commands.add_parser("doctor", help=say("what-well"))
    doctor.add_argument("--data", default=None, help=say("folder-its"))
    doctor.set_defaults(run=_doctor)


def _serve(arguments: argparse.Namespace) -> int:
    from jarana.hosting.serve import serve

    if (
        arguments.web < 0
        or arguments.workers < 0
        or arguments.web + arguments.workers == 0
        or arguments.web + arguments.workers > 64
    ):
        print(say("web-workers"), file=sys.stderr)
        return 2
    return serve(arguments.host, arguments.port, arguments.web, arguments.workers)


def _migrate(arguments: argparse.Namespace) -> int:
    from jarana.api.settings import database_url, told
    from jarana.storage.database import migrate
    from jarana.storage.roles import allow

    url = database_url("JARANA_OWNER_URL") if told("JARANA_OWNER_URL") else database_url()
    migrate(url)
    print(say("database-up"))
    if arguments.role:
        word = told("JARANA_APP_PASSWORD") or secrets.token_urlsafe(24)
        try:
            address = allow(url, word, arguments.role)
        except ValueError:
            print(say("role-small", role=arguments.role), file=sys.stderr)
            return 2
        print(say("address-of-it"), address, sep="\n")
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

    print(f"/enter#{make_token(session, angler.id, datetime.now(UTC))}", say("behind-address"), sep="\n")


def _named(people: Any, name: str) -> Any:
    angler = people.named(name)
    if angler is None:
        print(say("there-no", name=name), file=sys.stderr)
    return angler


def _add(arguments: argparse.Namespace) -> int:
    from jarana.storage.tables import AnglerRow

    def work(session: Any, people: Any) -> int:
        name = arguments.name.strip()
        if not name or len(name) > 120 or people.named(name) is not None:
            print(say("wants-name", name=name or say("unnamed")), file=sys.stderr)
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

"""The application's own role: it reads and writes rows, owns nothing, and changes no table."""

from __future__ import annotations

import re

from psycopg import sql
from sqlalchemy import create_engine, make_url

ROLE = "jarana_app"
NAME = re.compile(r"[a-z_][a-z0-9_]{0,62}")


def allow(owner_url: str, password: str, role: str = ROLE) -> str:
    """Make the role where there is none, give it what the application needs of this database, and return its address.

    Parameters
    ----------
    owner_url
        Of a role that owns the tables and may make roles.

    Raises
    ------
    ValueError
        When that is no name of a role.
    """
    if not NAME.fullmatch(role):
        raise ValueError(role)
    url = make_url(owner_url)
    engine = create_engine(owner_url)
    with engine.begin() as connection:
        raw = connection.connection.driver_connection
        assert raw is not None
        known = raw.execute("select 1 from pg_roles where rolname = %s", (role,)).fetchone()
        name, word = sql.Identifier(role), sql.Literal(password)
        make = sql.SQL("alter role {} login password {}" if known else "create role {} login password {}")
        raw.execute(make.format(name, word))
        raw.execute(sql.SQL("alter role {} nosuperuser nocreatedb nocreaterole").format(name))
        for grant in (
            "revoke create on schema public from public",
            "grant usage on schema public to {}",
            "grant select, insert, update, delete on all tables in schema public to {}",
            "grant usage, select on all sequences in schema public to {}",
            "revoke insert, update, delete on alembic_version from {}",
            "alter default privileges in schema public grant select, insert, update, delete on tables to {}",
            "alter default privileges in schema public grant usage, select on sequences to {}",
        ):
            raw.execute(sql.SQL(grant).format(name))
    engine.dispose()
    return url.set(username=role, password=password).render_as_string(hide_password=False)

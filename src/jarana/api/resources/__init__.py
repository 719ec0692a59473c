"""One blueprint per resource."""

from flask import Blueprint

from jarana.api.resources import (
    account,
    archive,
    book,
    clubs,
    drawer,
    gauges,
    health,
    jobs,
    leader,
    outings,
    pages,
    passkeys,
    practice,
    reaches,
    rigs,
    samples,
    session,
    shares,
    stock,
    tie,
    workbench,
)


def blueprints() -> tuple[Blueprint, ...]:
    """Return every resource; pages last, since they answer whatever is left."""
    modules = (
        health,
        practice,
        samples,
        shares,
        account,
        archive,
        session,
        passkeys,
        clubs,
        book,
        reaches,
        drawer,
        stock,
        gauges,
        leader,
        rigs,
        tie,
        workbench,
        outings,
        jobs,
        pages,
    )
    return tuple(module.blueprint for module in modules)

"""The envelope of a document, and the way from an older version to the newest."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Callable, Mapping
from functools import cache
from typing import Any, ClassVar, TypeVar

from pydantic import model_validator

from jarana.core.documents import steps
from jarana.core.errors import InputError
from jarana.core.model import Frozen
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
this-program-reads-a-of = this program reads a { $called } of version { $newest } or older
no-way-is-known-from = no way is known from this version of a { $called }
""",
)

Step = Callable[[dict[str, Any]], dict[str, Any]]
Doc = TypeVar("Doc", bound="Document")


class Document(Frozen):
    """A document that is kept or sent on its own.

    Attributes
    ----------
    TYPE, VERSION
        Written beside its fields. A class may carry ``type`` and ``version`` as fields too; then older versions of it are
        upgraded wherever they come in.
    """

    TYPE: ClassVar[str]
    VERSION: ClassVar[int]

    @model_validator(mode="before")
    @classmethod
    def _of_any_version(cls, data: Any) -> Any:
        if isinstance(data, Mapping) and isinstance(data.get("version"), int) and "version" in cls.model_fields:
            return upgraded(cls.TYPE, cls.VERSION, data)
        return data


@cache
def upgrades() -> dict[tuple[str, int], Step]:
    """Return every step by the type and the version it starts from.

    A module of `steps` names its TYPE and the version it is FROM, and holds the step as `upgrade`.
    """
    found: dict[tuple[str, int], Step] = {}
    for info in pkgutil.iter_modules(steps.__path__):
        module = importlib.import_module(f"{steps.__name__}.{info.name}")
        if hasattr(module, "FROM"):
            for name in module.TYPES:
                found[name, module.FROM] = module.upgrade
    return found


def upgraded(name: str, newest: int, data: Mapping[str, Any], missing: int | None = None) -> dict[str, Any]:
    """Return a document at its newest version; the values given are left as they are.

    Parameters
    ----------
    name, newest
        Type and version wanted.
    missing
        The version of a document that says none; the newest where nothing is given.

    Raises
    ------
    InputError
        When it is of a newer version than this program knows, or of one no step leads from.
    """
    document = dict(data)
    version = document.get("version", newest if missing is None else missing)
    if not isinstance(version, int) or isinstance(version, bool) or version > newest or version < 0:
        raise InputError.one("version", version, say("this-program-reads-a-of", called=name, newest=newest))
    while version < newest:
        step = upgrades().get((name, version))
        if step is None:
            raise InputError.one("version", version, say("no-way-is-known-from", called=name))
        document = step(document)
        version += 1
        document["version"] = version
    return document


def written(document: Document) -> dict[str, Any]:
    """Return a document as it is kept: plain values, its type and version beside them."""
    envelope = {"type": document.TYPE, "version": document.VERSION}
    return envelope | document.model_dump(mode="json")


def read(kind: type[Doc], data: Mapping[str, Any]) -> Doc:
    """Return a document of what was kept, of whatever version; what says no version is of the first, 0.

    Raises
    ------
    InputError
        When its version is not known.
    ValidationError
        When it is not such a document.
    """
    plain = upgraded(kind.TYPE, kind.VERSION, data, missing=0)
    own = kind.model_fields
    return kind.model_validate({k: v for k, v in plain.items() if k in own or k not in ("type", "version")})

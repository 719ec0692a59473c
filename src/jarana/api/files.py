"""Files that are sent: one way of naming them, and of writing tables for spreadsheets that want semicolons."""

from __future__ import annotations

from collections.abc import Collection

from flask import Response, request

from jarana.formats.cells import with_semicolons


def sent_file(name: str, text: str, kind: str) -> Response:
    """Return a text as a file to keep, never to be opened in the page."""
    answer = Response(text, mimetype=kind)
    answer.headers["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer


def sent_table(name: str, text: str, words: Collection[str] = ()) -> Response:
    """Return a CSV as a file; with ``?cells=semicolon`` as spreadsheets with decimal commas read it, columns of `words` as written."""
    if request.args.get("cells") == "semicolon":
        text = with_semicolons(text, words)
    return sent_file(name, text, "text/csv; charset=utf-8")

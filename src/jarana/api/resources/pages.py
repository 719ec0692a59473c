"""The built front end: hashed files for a year, the page itself never cached."""

from __future__ import annotations

import json
from functools import lru_cache
from mimetypes import guess_type
from pathlib import Path

from flask import Blueprint, Response, current_app, request, send_from_directory
from werkzeug.routing import BaseConverter

from jarana.core.words.language import language

blueprint = Blueprint("pages", __name__)
PAGE = "index.html"
HOME = "rig"
"""The place one comes to first."""
UNLISTED = ("shared", "join", "enter")
"""Places no search engine should keep."""
PACKED = ".br"
"""A hashed file has a compressed copy beside it, made when it was built."""


class PageConverter(BaseConverter):
    """Any path that is not the API's, so that wrong methods there still answer 405."""

    regex = r"(?!api/|assets/).*?"
    part_isolating = False


@blueprint.record
def _add_converter(state: object) -> None:
    state.app.url_map.converters["page"] = PageConverter  # type: ignore[attr-defined]


@blueprint.get("/assets/<path:name>")
def asset(name: str) -> Response:
    """Send a hashed file."""
    folder: Path = current_app.config["WEB"]
    packed = (folder / "assets" / f"{name}{PACKED}").is_file() and bool(request.accept_encodings["br"])
    answer = send_from_directory(
        folder / "assets", name + PACKED * packed, max_age=31536000, mimetype=guess_type(name)[0]
    )
    answer.vary.add("Accept-Encoding")
    if packed:
        answer.headers["Content-Encoding"] = "br"
    return answer


@blueprint.get("/", defaults={"path": ""})
@blueprint.get("/<page:path>")
def page(path: str) -> Response:
    """Send the page, whatever place of it is asked for; real files beside it as they are."""
    folder: Path = current_app.config["WEB"]
    if path and "/" not in path and path != PAGE and (folder / path).is_file():
        return send_from_directory(folder, path, max_age=0)
    if not (folder / PAGE).exists():
        return Response("The front end is not built; run bin/demo.", status=503, mimetype="text/plain")
    place = _place(path)
    answer = Response(_written(folder / PAGE, place, (folder / PAGE).stat().st_mtime_ns))
    answer.headers["Cache-Control"] = "no-cache"
    if path.startswith(UNLISTED):
        answer.headers["X-Robots-Tag"] = "noindex, nofollow"
    return answer


def _place(path: str) -> str:
    """Return the place an address leads to: its last word, where that is one (/rig/…/taper), else its first."""
    words = path.split("/")
    return "taper" if words[-1] == "taper" else words[0]


@lru_cache(maxsize=32)
def _written(page: Path, place: str, _made: int) -> str:
    """Return the page as it is sent: the pieces of its place are fetched with the program, not after it; words in its language."""
    text = page.read_text(encoding="utf-8")
    ahead = "".join(
        f'<link rel="modulepreload" fetchpriority="low" crossorigin href="/{name}">'
        for name in _pieces(page.parent, place)
    )
    text = text.replace("</head>", f"{ahead}</head>", 1)
    words = language()
    if words.is_english:
        return text
    told = json.dumps({"language": words.code, "screen": words.screen}, ensure_ascii=False).replace("</", "<\\/")
    text = text.replace('<html lang="en"', f'<html lang="{words.code}"', 1)
    return text.replace("</head>", f'<script id="words" type="application/json">{told}</script></head>', 1)


def _pieces(folder: Path, place: str) -> list[str]:
    """Return the files a place is made of beyond the program itself; of an unknown one those of where it leads to."""
    listed = folder / ".vite" / "manifest.json"
    made = json.loads(listed.read_text(encoding="utf-8")) if listed.exists() else {}

    def behind(key: str, seen: dict[str, None]) -> dict[str, None]:
        if key in made and key not in seen:
            seen[key] = None
            for other in made[key].get("imports", ()):
                behind(other, seen)
        return seen

    starts = (f"src/places/{place}/index.", f"src/app/{place}.", f"src/places/{HOME}/index.")
    own = next((key for start in starts for key in made if key.startswith(start)), "")
    there = behind(PAGE, {})
    return [made[key]["file"] for key in behind(own, {}) if key not in there]

"""Everything one owns as one file, and back."""

from __future__ import annotations

from dataclasses import asdict
from io import BytesIO
from tempfile import SpooledTemporaryFile

from flask import Blueprint, abort, request, send_file
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.people_schemas import RestoredView
from jarana.api.security import limiter, work
from jarana.api.spec import spec
from jarana.core.words import phrases
from jarana.usecases.archive import restore_archive, write_archive

say = phrases(
    __name__,
    """
send-a-zip = Send a zip.
""",
)

blueprint = Blueprint("archive", __name__, url_prefix="/api/v1")
ZIPS = ("application/zip", "application/x-zip-compressed")
IN_MEMORY = 8_000_000
LARGEST = 20_000_000
"""bytes of an archive that is sent."""


@blueprint.get("/archive")
@limiter.limit("10/minute")
@spec.validate(tags=["files"])
def download() -> FlaskResponse:
    """Send everything a person owns as one archive."""
    file = SpooledTemporaryFile(max_size=IN_MEMORY)  # noqa: SIM115  closed when it has been sent
    write_archive(work(), file)
    file.seek(0)
    name = f"jarana-{work().now:%Y-%m-%d}.zip"
    answer = send_file(file, mimetype="application/zip", as_attachment=True, download_name=name)
    # What describes the answers reads each of them whole; ten seasons are some megabytes.
    answer.direct_passthrough = False
    return answer


@blueprint.post("/archive")
@limiter.limit("10/minute")
@spec.validate(resp=Response(HTTP_200=RestoredView), tags=["files"])
def bring() -> RestoredView:
    """Bring an archive back, or with `try=1` tell what it would do; what is here already stays."""
    if request.mimetype not in ZIPS:
        abort(415, say("send-a-zip"))
    request.max_content_length = LARGEST
    file = BytesIO(request.get_data(cache=False))
    found = restore_archive(work(), file, keep=request.args.get("try") != "1")
    return RestoredView.model_validate(asdict(found))

"""Documents and their versions: what is written carries its type and version, what is read is upgraded to the newest.

One mechanism for the database, files, the journal and drafts. A document class says its TYPE and VERSION; the steps from
one version to the next are pure functions of plain values, one file each in `steps`.
"""

from __future__ import annotations

from jarana.core.documents.envelope import Document, read, upgraded, written

__all__ = ["Document", "read", "upgraded", "written"]

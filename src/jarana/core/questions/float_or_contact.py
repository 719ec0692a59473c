"""Float or contact?"""

from __future__ import annotations

from jarana.core.methods import standing_for
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the float rig and a contact rig of the same drawer."""
    if not in_flow(situation) or not situation.head.is_float:
        return ()
    contact = standing_for("contact")
    return Side("float: reaches beyond the rod"), Side("contact: shows takes at once", method=contact.key)


QUESTION = Question(4, "float-or-contact", "Float or contact?", sides, ("take_to_sign", "visible", "drag"))

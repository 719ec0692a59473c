"""Float or contact?"""

from __future__ import annotations

from jarana.core.methods import standing_for
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
float-reaches-beyond-rod = float: reaches beyond the rod
contact-shows-takes-once = contact: shows takes at once
float-or-contact = Float or contact?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the float rig and a contact rig of the same drawer."""
    if not in_flow(situation) or not situation.head.is_float:
        return ()
    contact = standing_for("contact")
    return Side(say("float-reaches-beyond-rod")), Side(say("contact-shows-takes-once"), method=contact.key)


QUESTION = Question(4, "float-or-contact", say("float-or-contact"), sides, ("take_to_sign", "visible", "drag"))

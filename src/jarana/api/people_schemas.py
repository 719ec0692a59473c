"""What is sent and answered about a person: the archive of what one owns, the account, links for others."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import Field, StringConstraints

from jarana.api.schemas import KeptReach
from jarana.core.bank.outing import OutingView
from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.water.reach import Reach


class ClashView(Frozen):
    """Something that is here and another in the archive; the one that is here stays."""

    what: str = Field(examples=["waters"])
    id: str = Field(examples=["weir-run"])
    why: str = Field(examples=["is another here; the one that is here stays"])


class RestoredView(Frozen):
    """What an archive brought: rows added and rows that were here already, by kind, and what clashed."""

    person: str = Field(examples=["Somebody"])
    made_at: datetime
    added: dict[str, int] = Field(examples=[{"waters": 2}])
    same: dict[str, int] = Field(examples=[{"rigs": 12}])
    clashes: tuple[ClashView, ...]
    clashed: int = Field(examples=[0])
    kept: bool


Secret = Annotated[str, StringConstraints(min_length=20, max_length=100, pattern=r"^[A-Za-z0-9_-]+$")]
LONGEST = 400


class AccountSeen(Frozen):
    """A person's account, and what this server does for accounts.

    Attributes
    ----------
    may_set
        A new password needs no old one: there is none, or this browser just came in by letter.
    browsers
        In how many browsers this person is signed in.
    """

    name: str = Field(examples=["Somebody"])
    mail: str | None = Field(examples=["somebody@fish.example"])
    has_word: bool
    may_set: bool
    browsers: int = Field(examples=[2])


class AccountChange(Frozen):
    """Name and mail address as they should be, and a new password where one is wanted; then the old one, too."""

    name: str = Field(max_length=LONGEST, examples=["Somebody"])
    mail: str = Field(default="", max_length=LONGEST, examples=["somebody@fish.example"])
    word: str | None = Field(default=None, max_length=LONGEST)
    old: str | None = Field(default=None, max_length=LONGEST)


class WordSignIn(Frozen):
    """A mail address and its password."""

    mail: str = Field(max_length=LONGEST, examples=["somebody@fish.example"])
    word: str = Field(max_length=LONGEST)


class JoinWith(Frozen):
    """A new account by invitation."""

    invitation: Secret
    name: str = Field(max_length=LONGEST, examples=["Somebody"])
    mail: str = Field(max_length=LONGEST, examples=["somebody@fish.example"])
    word: str = Field(max_length=LONGEST)


class JoinOpenly(Frozen):
    """Who asks for an account where anybody may have one."""

    name: str = Field(max_length=LONGEST, examples=["Somebody"])
    mail: str = Field(max_length=LONGEST, examples=["somebody@fish.example"])


class MailAddress(Frozen):
    """A mail address a letter may go to."""

    mail: str = Field(max_length=LONGEST, examples=["somebody@fish.example"])


class LetterOnItsWay(Frozen):
    """Said whether or not anybody has that address."""

    says: str


class Invitation(Frozen):
    """An invitation: its address, a picture of it, and for how many days it stands."""

    address: str
    picture: str
    days: int


class PasskeyOptions(Frozen):
    """What a browser hands to its authenticator, as WebAuthn writes it in JSON."""

    options: dict[str, Any] = Field(examples=[{"challenge": "c2lnbiB0aGlz", "rpId": "localhost"}])


class PasskeyShown(Frozen):
    """What an authenticator answered, as WebAuthn writes it in JSON."""

    credential: dict[str, Any] = Field(examples=[{"id": "a2V5", "type": "public-key"}], max_length=20)


class PasskeyMade(PasskeyShown):
    """A passkey that was made, and what its person calls it."""

    name: str = Field(default="", max_length=200, examples=["phone"])


class PasskeySeen(Frozen):
    """A passkey of one's own."""

    id: str = Field(examples=["a2V5"])
    name: str = Field(examples=["phone"])
    made_at: datetime
    used_at: datetime | None


class PasskeysSeen(Frozen):
    """One's passkeys.

    Attributes
    ----------
    here
        This page takes passkeys: it is open by a name.
    """

    passkeys: tuple[PasskeySeen, ...]
    here: bool


class Doors(Frozen):
    """How one gets in here.

    Attributes
    ----------
    letters
        This server sends letters.
    passkeys
        This page takes passkeys: it is open by a name.
    """

    sign_up: str = Field(examples=["invited"])
    letters: bool
    passkeys: bool = False


class RemoveMe(Frozen):
    """A person's name, typed to delete everything that is theirs."""

    name: str = Field(max_length=LONGEST)


class NewLink(Frozen):
    """What is to be shown by a link, and for how many days; a water `vague` without where it is."""

    kind: Literal["rig", "water", "outing", "leader"]
    subject: str = Field(max_length=64, examples=["weir-run"])
    days: int = Field(default=30, examples=[30])
    vague: bool = False


class LinkSeen(Frozen):
    """A link of one's own.

    Attributes
    ----------
    name
        What it shows; empty where that is gone.
    stands
        It has neither run out nor been taken back.
    opened
        How often somebody opened it.
    """

    id: UUID
    kind: str = Field(examples=["rig"])
    subject: str = Field(examples=["weir-run"])
    name: str = Field(examples=["Weir Run"])
    made_at: datetime
    expires_at: datetime
    stands: bool
    opened: int = Field(examples=[3])


class LinkMade(Frozen):
    """A new link: its address, told this once, and a picture of it."""

    address: str
    picture: str
    link: LinkSeen


class Links(Frozen):
    """One's links, newest first."""

    links: tuple[LinkSeen, ...]


class PartSeen(Frozen):
    """A piece of what is shown, and its figure."""

    name: str = Field(examples=["tippet"])
    text: str = Field(examples=["fluorocarbon 0.14 mm, 62 cm"])


class SharedSeen(Frozen):
    """What a link shows.

    Attributes
    ----------
    drawing
        Of a rig, as SVG.
    rig, water, outing, leader
        The document of what it shows; an outing without its water.
    """

    kind: Literal["rig", "water", "outing", "leader"]
    name: str = Field(examples=["Weir Run"])
    person: str = Field(examples=["Somebody"])
    expires_at: datetime
    drawing: str
    parts: tuple[PartSeen, ...]
    rig: Rig | None
    water: Reach | None
    outing: OutingView | None
    leader: OwnedLeader | None


class Taken(Frozen):
    """What was copied into one's own, and its id there."""

    kind: str = Field(examples=["rig"])
    id: str


class SampleItemSeen(Frozen):
    """A thing of the sample drawer that can be picked.

    Attributes
    ----------
    fly
        To draw it from, of a fly.
    look, diameter_mm
        To draw it from, of a line; empty and 0 of what is none.
    """

    id: str = Field(examples=["resin-quill"])
    name: str = Field(examples=["Resin quill #14"])
    note: str = Field(examples=["beads of 2.5 mm to 3.3 mm"])
    fly: Fly | None
    look: str = Field(examples=["fluorocarbon"])
    diameter_mm: float = Field(examples=[0.12])


class SampleKindSeen(Frozen):
    """A kind of tackle with what can be picked of it."""

    kind: str = Field(examples=["flies"])
    name: str = Field(examples=["Flies"])
    items: tuple[SampleItemSeen, ...]


class Samples(Frozen):
    """What somebody who has nothing yet can begin with."""

    waters: tuple[Reach, ...]
    kinds: tuple[SampleKindSeen, ...]


class BeginWith(Frozen):
    """A sample water, or none for today's own; and what of the sample drawer: ids by kind, or everything.

    Attributes
    ----------
    picked
        Ids by kind; without it everything.
    """

    water: str | None = Field(default=None, max_length=64, examples=["weir-run"])
    picked: dict[str, Annotated[tuple[str, ...], Field(max_length=500)]] | None = Field(
        default=None, max_length=20, examples=[{"rods": ["long-3"]}]
    )


class BegunWith(Frozen):
    """Today's water, and the methods a first rig is looked for among, the likeliest first; none with nothing to tie it of."""

    water: KeptReach
    methods: tuple[str, ...] = Field(examples=[["level-contact"]])


class ThrownAway(Frozen):
    """How many changes to the drawer were taken back, and how many sample waters thrown away."""

    changes: int = Field(examples=[9])
    waters: int = Field(examples=[1])


class NewClub(Frozen):
    """What a club is called."""

    name: str = Field(max_length=LONGEST, examples=["Tavrin valley"])


class ClubCode(Frozen):
    """A code by which one comes into a club."""

    code: str = Field(max_length=60, examples=["K7QW-3M9P-XR4T"])


class NewCall(Frozen):
    """As what people come into a club by a new code, and for how many days."""

    role: Literal["member", "guest"] = "member"
    days: int = Field(default=14, examples=[14])


class CallMade(Frozen):
    """A code, told this once, and a picture of it."""

    code: str = Field(examples=["K7QW-3M9P-XR4T"])
    picture: str


class ClubRole(Frozen):
    """What somebody is in a club."""

    role: Literal["keeper", "member", "guest"]


class NewThing(Frozen):
    """Something of one's own that goes into a club; a water without its name, river and gauge unless `vague` is off."""

    kind: Literal["rig", "water", "rules", "leader"]
    subject: str = Field(max_length=64, examples=["weir-run"])
    vague: bool = True


class Giving(Frozen):
    """Whether what one's outings teach of a water goes to the club."""

    gives: bool


class ClubSummary(Frozen):
    """A club one is in, what one is in it, and how many people it has."""

    id: UUID
    name: str = Field(examples=["Tavrin valley"])
    role: Literal["keeper", "member", "guest"]
    people: int = Field(examples=[12])


class ClubList(Frozen):
    """The clubs one is in."""

    clubs: tuple[ClubSummary, ...]


class ClubPerson(Frozen):
    """Somebody in a club; `me` is who asks."""

    id: UUID
    name: str = Field(examples=["Somebody"])
    role: Literal["keeper", "member", "guest"]
    joined_at: datetime
    me: bool


class ClubThing(Frozen):
    """Something in a club.

    Attributes
    ----------
    says
        What it is, in a few words and figures.
    mine
        Who asks put it in.
    copy_id, called, newer, gives
        What of their own is a copy of it, what a water is called there, whether the club has a newer one, and whether their outings teach the club of it.
    pool, known
        What several people's outings say of a water, empty of anything else; and whether that is enough to write it down.
    """

    id: UUID
    kind: Literal["rig", "water", "rules", "leader"]
    name: str = Field(examples=["Weir Run"])
    says: str = Field(examples=["0.90 m, 0.62 m/s"])
    whose: str = Field(examples=["Somebody"])
    put_at: datetime
    edition: int = Field(examples=[1])
    mine: bool
    copy_id: str | None
    called: str
    newer: bool
    gives: bool
    pool: str
    known: bool


class ClubSeen(Frozen):
    """A club, its people, and what is in it; `called_until` is how long a code of it stands, shown to keepers."""

    id: UUID
    name: str = Field(examples=["Tavrin valley"])
    role: Literal["keeper", "member", "guest"]
    called_until: datetime | None
    people: tuple[ClubPerson, ...]
    things: tuple[ClubThing, ...]

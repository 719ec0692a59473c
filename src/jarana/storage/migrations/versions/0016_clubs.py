"""Clubs: their people, what these put in, and what they know of a water together."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects import postgresql

revision = "0016"
down_revision = "0015"
branch_labels = None
depends_on = None

MINE = "nullif(current_setting('jarana.person', true), '')::uuid"
ROLE = "current_setting('jarana.role', true)"
FAR = f"{ROLE} in ('door', 'operator')"
OURS = f"(select clubs_of({MINE}))"
RULES = {
    "club": f"case when {FAR} then true else id in {OURS} end",
    "club_member": f"case when {FAR} or angler_id = {MINE} then true else club_id in {OURS} end",
    "club_call": f"case when {FAR} then true else club_id in {OURS} end",
    "club_thing": f"case when {FAR} then true else club_id in {OURS} end",
    "club_copy": f"{FAR} or angler_id = {MINE}",
}


def upgrade() -> None:
    op.create_table(
        "club",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("name", sa.String(length=60), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_club")),
    )
    op.create_table(
        "club_member",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("club_id", sa.Uuid(), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("role", sa.String(length=8), nullable=False),
        sa.Column("joined_at", sa.DateTime(timezone=True), nullable=False),
        sa.CheckConstraint("role IN ('keeper', 'member', 'guest')", name=op.f("ck_club_member_role_known")),
        sa.ForeignKeyConstraint(["club_id"], ["club.id"], name=op.f("fk_club_member_club_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["angler_id"], ["angler.id"], name=op.f("fk_club_member_angler_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_club_member")),
        sa.UniqueConstraint("club_id", "angler_id", name=op.f("uq_club_member_club_id_angler_id")),
    )
    op.create_index(op.f("ix_club_member_angler_id"), "club_member", ["angler_id"])
    op.create_table(
        "club_call",
        sa.Column("club_id", sa.Uuid(), nullable=False),
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("role", sa.String(length=8), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.CheckConstraint("role IN ('member', 'guest')", name=op.f("ck_club_call_role_known")),
        sa.ForeignKeyConstraint(["club_id"], ["club.id"], name=op.f("fk_club_call_club_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("club_id", name=op.f("pk_club_call")),
        sa.UniqueConstraint("digest", name=op.f("uq_club_call_digest")),
    )
    op.create_table(
        "club_thing",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("club_id", sa.Uuid(), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("subject", sa.String(length=64), nullable=False),
        sa.Column("name", sa.String(length=120), nullable=False),
        sa.Column("document", postgresql.JSONB(), nullable=False),
        sa.Column("edition", sa.Integer(), server_default="1", nullable=False),
        sa.Column("put_at", sa.DateTime(timezone=True), nullable=False),
        sa.CheckConstraint("kind IN ('rig', 'water', 'rules', 'leader')", name=op.f("ck_club_thing_kind_known")),
        sa.CheckConstraint("edition > 0", name=op.f("ck_club_thing_edition_counts")),
        sa.ForeignKeyConstraint(["club_id"], ["club.id"], name=op.f("fk_club_thing_club_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["angler_id"], ["angler.id"], name=op.f("fk_club_thing_angler_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_club_thing")),
        sa.UniqueConstraint(
            "club_id", "angler_id", "kind", "subject", name=op.f("uq_club_thing_club_id_angler_id_kind_subject")
        ),
    )
    op.create_index(op.f("ix_club_thing_club_id"), "club_thing", ["club_id"])
    op.create_table(
        "club_copy",
        sa.Column("thing_id", sa.Uuid(), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("subject", sa.String(length=64), nullable=False),
        sa.Column("edition", sa.Integer(), nullable=False),
        sa.Column("gives", sa.Boolean(), server_default=sa.text("false"), nullable=False),
        sa.Column("given", postgresql.JSONB(none_as_null=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["thing_id"], ["club_thing.id"], name=op.f("fk_club_copy_thing_id"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["angler_id"], ["angler.id"], name=op.f("fk_club_copy_angler_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("thing_id", "angler_id", name=op.f("pk_club_copy")),
    )
    op.create_index("ix_club_copy_subject", "club_copy", ["angler_id", "subject"])
    # It looks past the rule of the table it reads, which asks it; so it acts as the door.
    op.execute(
        "create function clubs_of(person uuid) returns setof uuid language sql stable set jarana.role = 'door' "
        "as 'select club_id from public.club_member where angler_id = person'"
    )
    for table, rule in RULES.items():
        op.execute(f"alter table {table} enable row level security")
        op.execute(f"alter table {table} force row level security")
        op.execute(f"create policy own on {table} using ({rule})")


def downgrade() -> None:
    for table in ("club_copy", "club_thing", "club_call", "club_member", "club"):
        op.drop_table(table)
    op.execute("drop function clubs_of(uuid)")

"""Accounts with mail and password, invitations, links for others."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

MINE = "nullif(current_setting('jarana.person', true), '')::uuid"
ROLE = "current_setting('jarana.role', true)"


def upgrade() -> None:
    op.add_column("angler", sa.Column("mail", sa.String(length=254), nullable=True))
    op.add_column("angler", sa.Column("word", sa.String(length=200), nullable=True))
    op.create_unique_constraint(op.f("uq_angler_mail"), "angler", ["mail"])
    for table in ("sign_in_token", "sitting"):
        op.add_column(table, sa.Column("by_letter", sa.Boolean(), server_default=sa.text("false"), nullable=False))
    op.create_table(
        "invitation",
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.ForeignKeyConstraint(["angler_id"], ["angler.id"], name=op.f("fk_invitation_angler_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("digest", name=op.f("pk_invitation")),
    )
    op.create_index(op.f("ix_invitation_angler_id"), "invitation", ["angler_id"])
    op.create_table(
        "share",
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("digest", sa.String(length=64), nullable=False),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("subject", sa.String(length=64), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("expires_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("ended_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("opened", sa.Integer(), server_default="0", nullable=False),
        sa.CheckConstraint("kind IN ('rig', 'water', 'outing')", name=op.f("ck_share_kind_known")),
        sa.ForeignKeyConstraint(["owner_id"], ["angler.id"], name=op.f("fk_share_owner_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("owner_id", "id", name=op.f("pk_share")),
        sa.UniqueConstraint("digest", name=op.f("uq_share_digest")),
    )
    op.create_index("ix_share_made", "share", ["owner_id", "made_at"])
    for table, owner in (("invitation", "angler_id"), ("share", "owner_id")):
        op.execute(f"alter table {table} enable row level security")
        op.execute(f"alter table {table} force row level security")
        op.execute(f"create policy own on {table} using ({owner} = {MINE} or {ROLE} in ('door', 'operator'))")


def downgrade() -> None:
    op.drop_table("share")
    op.drop_table("invitation")
    for table in ("sign_in_token", "sitting"):
        op.drop_column(table, "by_letter")
    op.drop_constraint(op.f("uq_angler_mail"), "angler")
    op.drop_column("angler", "word")
    op.drop_column("angler", "mail")

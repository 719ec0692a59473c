"""Passkeys: the public half of a key that lets its person in."""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None

MINE = "nullif(current_setting('jarana.person', true), '')::uuid"
ROLE = "current_setting('jarana.role', true)"


def upgrade() -> None:
    op.create_table(
        "passkey",
        sa.Column("id", sa.String(length=400), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("public_key", sa.LargeBinary(), nullable=False),
        sa.Column("signed", sa.BigInteger(), nullable=False),
        sa.Column("name", sa.String(length=60), nullable=False),
        sa.Column("made_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("used_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(["angler_id"], ["angler.id"], name=op.f("fk_passkey_angler_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_passkey")),
    )
    op.create_index(op.f("ix_passkey_angler_id"), "passkey", ["angler_id"])
    op.execute("alter table passkey enable row level security")
    op.execute("alter table passkey force row level security")
    op.execute(f"create policy own on passkey using (angler_id = {MINE} or {ROLE} in ('door', 'operator'))")


def downgrade() -> None:
    op.drop_table("passkey")

"""Sittings: a browser that is signed in is a row that can be ended. The pulse: a row that is written to tell whether one can."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "sitting",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("angler_id", sa.Uuid(), nullable=False),
        sa.Column("begun_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("ended_at", sa.DateTime(timezone=True), nullable=True),
        sa.ForeignKeyConstraint(["angler_id"], ["angler.id"], name=op.f("fk_sitting_angler_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_sitting")),
    )
    op.create_index(op.f("ix_sitting_angler_id"), "sitting", ["angler_id"])
    op.create_table(
        "pulse",
        sa.Column("id", sa.Integer(), nullable=False, autoincrement=False),
        sa.Column("at", sa.DateTime(timezone=True), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_pulse")),
    )
    op.drop_constraint(op.f("ck_angler_session_counts"), "angler", type_="check")
    op.drop_column("angler", "session_version")


def downgrade() -> None:
    op.add_column("angler", sa.Column("session_version", sa.Integer(), nullable=False, server_default="1"))
    op.alter_column("angler", "session_version", server_default=None)
    op.create_check_constraint(op.f("ck_angler_session_counts"), "angler", "session_version > 0")
    op.drop_table("pulse")
    op.drop_index(op.f("ix_sitting_angler_id"), table_name="sitting")
    op.drop_table("sitting")

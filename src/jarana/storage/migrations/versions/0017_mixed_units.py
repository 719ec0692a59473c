"""A job is asked in units of which each quantity may be chosen on its own."""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.alter_column(
        "job", "units", type_=sa.String(length=160), existing_type=sa.String(length=16), existing_nullable=False
    )


def downgrade() -> None:
    op.execute("delete from job where length(units) > 16")
    op.alter_column(
        "job", "units", type_=sa.String(length=16), existing_type=sa.String(length=160), existing_nullable=False
    )

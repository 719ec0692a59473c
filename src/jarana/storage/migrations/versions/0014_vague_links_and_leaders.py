"""A link to a water may keep to itself where that is; leaders are shown by links too."""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None

KNOWN = "kind IN ('rig', 'water', 'outing'{more})"


def upgrade() -> None:
    op.add_column("share", sa.Column("vague", sa.Boolean(), server_default=sa.text("false"), nullable=False))
    op.drop_constraint(op.f("ck_share_kind_known"), "share", type_="check")
    op.create_check_constraint(op.f("ck_share_kind_known"), "share", KNOWN.format(more=", 'leader'"))


def downgrade() -> None:
    op.execute("delete from share where kind = 'leader'")
    op.drop_constraint(op.f("ck_share_kind_known"), "share", type_="check")
    op.create_check_constraint(op.f("ck_share_kind_known"), "share", KNOWN.format(more=""))
    op.drop_column("share", "vague")

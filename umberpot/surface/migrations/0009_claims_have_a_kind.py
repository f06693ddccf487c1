"""What is claimed of a level is the claim's kind; what a preview shows, its summary."""

from django.db import migrations, models
from django.db.models import Q


class Migration(migrations.Migration):
    dependencies = [
        ("surface", "0008_words"),
    ]

    operations = [
        migrations.RemoveConstraint("factortrial", "factor_trial_claim_whole"),
        migrations.RenameField("factortrial", "claim_says", "claim_kind"),
        migrations.AddConstraint(
            "factortrial",
            models.CheckConstraint(
                condition=Q(claim_factor=None) | (~Q(claim_kind="") & ~Q(claim_scale="")),
                name="factor_trial_claim_whole",
            ),
        ),
        migrations.RenameField("keptpreview", "says", "summary"),
    ]

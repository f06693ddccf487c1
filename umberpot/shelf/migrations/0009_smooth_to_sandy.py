from django.db import migrations, models
from django.db.models import Q


class Migration(migrations.Migration):
    """The feel of a clay is noted from smooth to sandy; what was noted stays."""

    dependencies = [("shelf", "0008_words")]

    operations = [
        migrations.RemoveConstraint("fieldsheet", "sheet_greasy_share_0_to_100"),
        migrations.RenameField("fieldsheet", "greasy_pct", "smooth_pct"),
        migrations.AddConstraint(
            "fieldsheet",
            models.CheckConstraint(
                condition=Q(smooth_pct=None) | Q(smooth_pct__gte=0, smooth_pct__lte=100),
                name="sheet_smooth_share_0_to_100",
            ),
        ),
    ]

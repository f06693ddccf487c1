from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ("mixing", "0007_names_of_kinds"),
    ]

    operations = [
        migrations.RemoveConstraint(
            model_name="mixpart",
            name="mix_part_reckoned_not_negative",
        ),
        migrations.RenameField(
            model_name="mix",
            old_name="reckoned_anew_at",
            new_name="recalculated_at",
        ),
        migrations.RenameField(
            model_name="mixpart",
            old_name="reckoned_g",
            new_name="recalculated_g",
        ),
        migrations.AddConstraint(
            model_name="mixpart",
            constraint=models.CheckConstraint(
                condition=models.Q(recalculated_g=None) | models.Q(recalculated_g__gte=0),
                name="mix_part_recalculated_not_negative",
            ),
        ),
    ]

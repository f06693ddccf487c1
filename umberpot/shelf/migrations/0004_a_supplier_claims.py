"""What a label says is a supplier's claim. The table stays: only Django's picture of it changes."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("shelf", "0003_field_sheets_claims_and_blends")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.RenameModel("LabelClaim", "SupplierClaim"),
                migrations.AlterModelTable("SupplierClaim", "shelf_labelclaim"),
            ]
        )
    ]

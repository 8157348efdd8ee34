"""Lines of one's own in every checklist."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0005_traces")]
    operations = [
        migrations.AddField(model_name="preferences", name="checklist", field=models.JSONField(blank=True, default=list)),
    ]

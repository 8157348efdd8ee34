"""Whether invented motors and parts stand on the shelf. Whoever was here before had them there, and keeps them until they say otherwise."""

from typing import Any

from django.db import migrations, models


def keep(apps: Any, schema_editor: Any) -> None:
    apps.get_model("accounts", "Preferences").objects.update(practice=True)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0003_preferences_flyer")]
    operations = [
        migrations.AddField(model_name="preferences", name="practice", field=models.BooleanField(default=False)),
        migrations.RunPython(keep, migrations.RunPython.noop),
    ]

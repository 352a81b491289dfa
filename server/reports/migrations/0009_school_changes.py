import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("reports", "0008_comment_history"),
        ("school", "0010_audit"),
    ]

    operations = [
        migrations.RenameModel("OfficeChange", "SchoolChange"),
        migrations.AlterField(
            "schoolchange",
            "school",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="school_changes", to="school.school"
            ),
        ),
    ]

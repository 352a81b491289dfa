"""Who is whose guardian gets a row of its own, over the table that there is: how much they see, and whether they are kept out."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

TO_STUDENT = models.ForeignKey(
    on_delete=django.db.models.deletion.CASCADE, related_name="guardianships", to="school.student"
)
TO_PERSON = models.ForeignKey(
    on_delete=django.db.models.deletion.CASCADE, related_name="guardianships", to=settings.AUTH_USER_MODEL
)
KEY = models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")


class Migration(migrations.Migration):
    dependencies = [("school", "0018_window_asks_for")]
    operations = [
        migrations.AddField("student", "is_of_age", models.BooleanField(default=False)),
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="Guardianship",
                    fields=[("id", KEY), ("student", TO_STUDENT), ("person", TO_PERSON)],
                    options={"db_table": "school_student_guardians"},
                ),
                migrations.AlterField(
                    "student",
                    "guardians",
                    models.ManyToManyField(
                        blank=True, related_name="children", through="school.Guardianship", to=settings.AUTH_USER_MODEL
                    ),
                ),
                # The table has it by its own name already.
                migrations.AddConstraint(
                    "guardianship", models.UniqueConstraint(fields=("student", "person"), name="one_guardianship")
                ),
            ]
        ),
        migrations.AddField(
            "guardianship",
            "sees",
            models.CharField(
                choices=[("all", "All"), ("reports", "reports only"), ("none", "nothing")], default="all", max_length=7
            ),
        ),
        migrations.AddField("guardianship", "kept_out", models.BooleanField(default=False)),
    ]

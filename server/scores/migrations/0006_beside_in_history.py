"""What changed beside a score stands in its history; an act on it is one on the score."""

from django.db import migrations, models


def one_kind_of_act(apps, schema_editor):
    """What was recorded of the details of scores is kept as what is recorded of scores."""
    for act in apps.get_model("school", "Act").objects.filter(kind="score details"):
        act.kind = "scores"
        act.change = [
            {
                "student": each["student"], "assignment": each["assignment"],
                "beside": {"before": each["before"], "after": each["after"]},
            }
            for each in act.change
        ]
        act.save()


class Migration(migrations.Migration):

    dependencies = [
        ("scores", "0005_revision"),
        ("school", "0007_revisions"),
    ]

    operations = [
        migrations.AddField(model_name="scoreevent", name="beside", field=models.JSONField(default=dict)),
        migrations.AddField(model_name="scoreevent", name="revision", field=models.PositiveBigIntegerField(default=0)),
        migrations.AddIndex(
            model_name="score", index=models.Index(fields=["assignment", "revision"], name="scores_by_revision")
        ),
        migrations.RunPython(one_kind_of_act, migrations.RunPython.noop),
    ]

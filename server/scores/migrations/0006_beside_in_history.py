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


def answers_say_what(apps, schema_editor):
    """A batch that was saved before, and whose answer was lost, is answered as batches are now."""
    for batch in apps.get_model("scores", "Batch").objects.iterator():
        for each in (*batch.answer["saved"], *batch.answer["conflicts"], *batch.answer["refused"]):
            each.setdefault("what", "score")
        batch.answer.setdefault("revision", 0)
        batch.save()


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
        migrations.RunPython(answers_say_what, migrations.RunPython.noop),
    ]

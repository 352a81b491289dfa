"""The flag of work that was taken in and is not marked yet is called handed in, also where it stands in history and acts."""

from django.db import migrations

OLD, NEW = "collected", "handed in"


def renamed(fields):
    """Fields beside a score, with the flag under its new name; None where it does not stand there."""
    flag = fields.get("flag")
    values = flag if isinstance(flag, list) else [flag]
    if OLD not in values:
        return None
    now = [NEW if each == OLD else each for each in values]
    return {**fields, "flag": now if isinstance(flag, list) else now[0]}


def handed_in(apps, schema_editor):
    apps.get_model("scores", "Score").objects.filter(flag=OLD).update(flag=NEW)
    for event in apps.get_model("scores", "ScoreEvent").objects.filter(beside__has_key="flag").iterator():
        beside = renamed(event.beside)
        if beside is not None:
            event.beside = beside
            event.save(update_fields=["beside"])
    for act in apps.get_model("school", "Act").objects.filter(kind="scores").iterator():
        was, act.change = act.change, [
            {
                **each,
                **({"beside": {side: renamed(fields) or fields for side, fields in each["beside"].items()}} if "beside" in each else {}),
            }
            for each in act.change
        ]
        if act.change != was:
            act.save(update_fields=["change"])


class Migration(migrations.Migration):

    dependencies = [
        ("scores", "0006_beside_in_history"),
    ]

    operations = [migrations.RunPython(handed_in, migrations.RunPython.noop)]

"""What was applied from a file and can be taken back names guardianships as they are called now."""

from django.db import migrations

OLD, NEW = "school.Student_guardians", "school.Guardianship"


def rename(apps, schema_editor):
    FileDraft = apps.get_model("people", "FileDraft")
    for draft in FileDraft.objects.exclude(undo=[]).only("undo"):
        draft.undo = [[each[0], NEW if each[1] == OLD else each[1], *each[2:]] for each in draft.undo]
        draft.save(update_fields=["undo"])


class Migration(migrations.Migration):
    dependencies = [("people", "0002_register"), ("school", "0019_guardianship")]
    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]

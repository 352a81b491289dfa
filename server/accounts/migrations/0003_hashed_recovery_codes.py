"""Recovery codes that were kept as they are: from now on what cannot be turned back is."""

import base64
import hashlib

from django.db import migrations


def hash_codes(apps, _):
    token = apps.get_model("otp_static", "StaticToken")
    for each in token.objects.select_related("device").iterator():
        digest = hashlib.sha256(f"{each.device.user_id}:{each.token}".encode()).digest()
        each.token = base64.b32encode(digest[:10]).decode().lower()
        each.save(update_fields=["token"])


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0002_sign_in_provider'),
        ('otp_static', '0003_add_timestamps'),
    ]

    operations = [migrations.RunPython(hash_codes, migrations.RunPython.noop, elidable=True)]

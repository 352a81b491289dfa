"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('people', '0001_initial'), ('people', '0002_register'), ('people', '0003_guardianship'), ('people', '0004_applied_by_a_worker'), ('people', '0005_read_by_a_worker')]

    initial = True

    dependencies = [
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='Register',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('address', models.URLField(max_length=300)),
                ('token_address', models.URLField(max_length=300)),
                ('client_id', models.CharField(max_length=200)),
                ('client_secret', models.CharField(max_length=200)),
                ('org', models.CharField(blank=True, max_length=100)),
                ('school', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='register', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='FileDraft',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('done', models.PositiveIntegerField(default=0)),
                ('total', models.PositiveIntegerField(default=0)),
                ('problem', models.CharField(blank=True, max_length=300)),
                ('lease', models.CharField(blank=True, max_length=36)),
                ('leased_until', models.DateTimeField(blank=True, null=True)),
                ('attempts', models.PositiveSmallIntegerField(default=0)),
                ('name', models.CharField(max_length=120)),
                ('told', models.CharField(max_length=200)),
                ('content', models.BinaryField(null=True)),
                ('tables', models.JSONField()),
                ('columns', models.JSONField(default=dict)),
                ('answers', models.JSONField(default=dict)),
                ('silence', models.CharField(default='leave', max_length=10)),
                ('at', models.DateTimeField()),
                ('state', models.CharField(choices=[('unread', 'to be read, and waits for a worker'), ('reading', 'being read by a worker'), ('refused', 'cannot be read'), ('standing', 'to be looked at'), ('waiting', 'to be applied, and waits for a worker'), ('applying', 'being applied by a worker'), ('applied', 'applied')], default='standing', max_length=8)),
                ('applied_at', models.DateTimeField(null=True)),
                ('undone_at', models.DateTimeField(null=True)),
                ('undo', models.JSONField(default=list)),
                ('asked_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='file_drafts', to='school.school')),
                ('year', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.schoolyear')),
            ],
            options={
                'indexes': [models.Index(fields=['school', 'applied_at'], name='file_drafts_of_school')],
            },
        ),
        migrations.CreateModel(
            name='KeptPairing',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('heads', models.CharField(max_length=64)),
                ('columns', models.JSONField()),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='pairings', to='school.school')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school', 'heads'), name='one_pairing')],
            },
        ),
    ]

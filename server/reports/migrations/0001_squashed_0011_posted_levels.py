"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
import school.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('reports', '0001_initial'), ('reports', '0002_initial'), ('reports', '0003_reporting'), ('reports', '0004_comments_by_standard'), ('reports', '0005_document_leases'), ('reports', '0006_office_changes'), ('reports', '0007_nothing_scored_is_deleted'), ('reports', '0008_comment_history'), ('reports', '0009_school_changes'), ('reports', '0010_school_logo'), ('reports', '0011_posted_levels')]

    initial = True

    dependencies = [
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='BankSentence',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('purpose', models.CharField(choices=[('opening', 'Opening'), ('praise', 'Praise'), ('next step', 'Next Step'), ('effort', 'Effort'), ('missing work', 'Missing'), ('closing', 'Closing'), ('short feedback', 'Short')], max_length=20)),
                ('text', models.CharField(max_length=600)),
                ('favourite_of', models.ManyToManyField(blank=True, related_name='favourite_sentences', to=settings.AUTH_USER_MODEL)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='bank', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='bank', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='Comment',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('text', models.TextField(blank=True)),
                ('narrative', models.TextField(blank=True)),
                ('by_standard', models.JSONField(default=dict)),
                ('is_ready', models.BooleanField(default=False)),
                ('version', models.PositiveIntegerField(default=1)),
                ('changed_at', models.DateTimeField()),
                ('changed_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='comments', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='comments', to='school.student')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='comments', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student', 'term'), name='one_comment')],
            },
        ),
        migrations.CreateModel(
            name='CommentEvent',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('text', models.TextField(blank=True)),
                ('narrative', models.TextField(blank=True)),
                ('by_standard', models.JSONField(default=dict)),
                ('is_ready', models.BooleanField(default=False)),
                ('how', models.CharField(choices=[('written', 'written'), ('begun', 'begun alike'), ('undone', 'taken back'), ('redone', 'done again')], default='written', max_length=10)),
                ('at', models.DateTimeField()),
                ('comment', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='events', to='reports.comment')),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.CreateModel(
            name='Document',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('done', models.PositiveIntegerField(default=0)),
                ('total', models.PositiveIntegerField(default=0)),
                ('problem', models.CharField(blank=True, max_length=300)),
                ('lease', models.CharField(blank=True, max_length=36)),
                ('leased_until', models.DateTimeField(blank=True, null=True)),
                ('attempts', models.PositiveSmallIntegerField(default=0)),
                ('name', models.CharField(max_length=160)),
                ('wanted', models.JSONField()),
                ('state', models.CharField(choices=[('waiting', 'Waiting'), ('being made', 'Being Made'), ('done', 'Done'), ('failed', 'Failed')], default='waiting', max_length=12)),
                ('size', models.PositiveIntegerField(default=0)),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='documents', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='documents', to='school.school')),
            ],
            options={
                'abstract': False,
            },
        ),
        migrations.CreateModel(
            name='DocumentPiece',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('place', models.PositiveIntegerField()),
                ('content', models.BinaryField()),
                ('document', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='pieces', to='reports.document')),
            ],
            options={
                'ordering': ['place'],
                'constraints': [models.UniqueConstraint(fields=('document', 'place'), name='one_piece_a_place')],
            },
        ),
        migrations.CreateModel(
            name='Effort',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('word', models.CharField(max_length=40)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='efforts', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='efforts', to='school.student')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='efforts', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student', 'term'), name='one_effort')],
            },
        ),
        migrations.CreateModel(
            name='KeptBack',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='kept_back', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='kept_back', to='school.student')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='kept_back', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student', 'term'), name='one_kept_back')],
            },
        ),
        migrations.CreateModel(
            name='Posting',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('request', models.UUIDField(unique=True)),
                ('at', models.DateTimeField()),
                ('ground_rules', models.JSONField(default=dict)),
                ('collects', models.JSONField(default=school.models.all_but_effort)),
                ('levels', models.JSONField(default=list)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='postings', to='school.schoolclass')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='postings', to='school.term')),
            ],
        ),
        migrations.CreateModel(
            name='PostedGrade',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('percent', models.CharField(blank=True, max_length=400)),
                ('percent_shown', models.CharField(blank=True, max_length=30)),
                ('mark', models.CharField(blank=True, max_length=30)),
                ('effort', models.CharField(blank=True, max_length=40)),
                ('comment', models.TextField(blank=True)),
                ('narrative', models.TextField(blank=True)),
                ('by_standard', models.JSONField(default=dict)),
                ('levels', models.JSONField(default=dict)),
                ('working', models.JSONField()),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='posted_grades', to='school.student')),
                ('posting', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='grades', to='reports.posting')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('posting', 'student'), name='once_a_posting')],
            },
        ),
        migrations.CreateModel(
            name='SchoolChange',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('words', models.CharField(max_length=200)),
                ('before', models.JSONField()),
                ('after', models.JSONField()),
                ('at', models.DateTimeField()),
                ('undone', models.BooleanField(default=False)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='school_changes', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='SchoolLogo',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('content', models.BinaryField()),
                ('school', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='logo', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='Withdrawal',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('reason', models.CharField(max_length=300)),
                ('at', models.DateTimeField()),
                ('grade', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='withdrawal', to='reports.postedgrade')),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
            ],
        ),
    ]

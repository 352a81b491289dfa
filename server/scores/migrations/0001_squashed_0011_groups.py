"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('scores', '0001_initial'), ('scores', '0002_meant'), ('scores', '0003_entering_in_full'), ('scores', '0004_by_standard'), ('scores', '0005_revision'), ('scores', '0006_beside_in_history'), ('scores', '0007_handed_in'), ('scores', '0008_nothing_scored_is_deleted'), ('scores', '0009_level_overrides'), ('scores', '0010_levels_of_criteria'), ('scores', '0011_groups')]

    initial = True

    dependencies = [
        ('plans', '0001_squashed_0014_standard_points'),
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='Batch',
            fields=[
                ('id', models.UUIDField(primary_key=True, serialize=False)),
                ('answer', models.JSONField()),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='batches', to='school.schoolclass')),
            ],
        ),
        migrations.CreateModel(
            name='Score',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('number', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('code', models.CharField(blank=True, max_length=5)),
                ('flag', models.CharField(blank=True, max_length=10)),
                ('comment', models.TextField(blank=True)),
                ('note', models.TextField(blank=True)),
                ('by_standard', models.JSONField(default=dict)),
                ('levels', models.JSONField(default=dict)),
                ('meant', models.BooleanField(default=False)),
                ('typed_mark', models.CharField(blank=True, max_length=30)),
                ('version', models.PositiveIntegerField(default=1)),
                ('revision', models.PositiveBigIntegerField(default=0)),
                ('changed_at', models.DateTimeField()),
                ('assignment', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='scores', to='plans.assignment')),
                ('changed_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='scores', to='school.student')),
            ],
            options={
                'indexes': [models.Index(fields=['assignment', 'revision'], name='scores_by_revision')],
                'constraints': [models.CheckConstraint(condition=models.Q(('number__isnull', True), ('code', ''), _connector='OR'), name='number_or_code'), models.UniqueConstraint(fields=('student', 'assignment'), name='one_score')],
            },
        ),
        migrations.CreateModel(
            name='ScoreEvent',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('before', models.CharField(blank=True, max_length=40)),
                ('after', models.CharField(blank=True, max_length=40)),
                ('by_standard', models.JSONField(default=dict)),
                ('levels', models.JSONField(default=dict)),
                ('beside', models.JSONField(default=dict)),
                ('how', models.CharField(default='typed', max_length=20)),
                ('version', models.PositiveIntegerField()),
                ('revision', models.PositiveBigIntegerField(default=0)),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('score', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='events', to='scores.score')),
            ],
        ),
        migrations.CreateModel(
            name='StudentGroup',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('version', models.PositiveIntegerField(default=0)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='student_groups', to='school.schoolclass')),
            ],
            options={
                'ordering': ['id'],
                'constraints': [models.UniqueConstraint(fields=('school_class', 'name'), name='one_group_name')],
            },
        ),
        migrations.CreateModel(
            name='GroupMember',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='group_memberships', to='school.student')),
                ('group', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='memberships', to='scores.studentgroup')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('group', 'student'), name='once_in_a_group')],
            },
        ),
        migrations.CreateModel(
            name='LevelOverride',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('standard', models.CharField(max_length=60)),
                ('mark', models.CharField(max_length=30)),
                ('reason', models.CharField(blank=True, max_length=300)),
                ('changed_at', models.DateTimeField()),
                ('changed_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='level_overrides', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='level_overrides', to='school.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student', 'standard'), name='one_level_override')],
            },
        ),
        migrations.CreateModel(
            name='Override',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('percent', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('mark', models.CharField(blank=True, max_length=30)),
                ('reason', models.CharField(blank=True, max_length=300)),
                ('changed_at', models.DateTimeField()),
                ('changed_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='overrides', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='overrides', to='school.student')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='overrides', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student', 'term'), name='one_override')],
            },
        ),
    ]

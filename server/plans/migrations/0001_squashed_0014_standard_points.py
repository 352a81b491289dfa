"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
import django.db.models.manager
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('plans', '0001_initial'), ('plans', '0002_initial'), ('plans', '0003_draft'), ('plans', '0004_plan_in_full'), ('plans', '0005_shared_codes'), ('plans', '0006_entering_in_full'), ('plans', '0007_former_handouts'), ('plans', '0008_nothing_scored_is_deleted'), ('plans', '0009_criteria'), ('plans', '0010_shared_criteria'), ('plans', '0011_standard_weights'), ('plans', '0012_announced'), ('plans', '0013_default_standards'), ('plans', '0014_standard_points')]

    initial = True

    dependencies = [
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='Category',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('sign', models.CharField(max_length=3)),
                ('colour', models.PositiveSmallIntegerField(default=0)),
                ('weight', models.DecimalField(decimal_places=4, default=0, max_digits=9)),
                ('method', models.CharField(default='points', max_length=10)),
                ('drop_lowest', models.PositiveSmallIntegerField(default=0)),
                ('drop_highest', models.PositiveSmallIntegerField(default=0)),
                ('cap', models.BooleanField(default=False)),
                ('bonus', models.BooleanField(default=False)),
                ('locked', models.BooleanField(default=False)),
                ('is_default', models.BooleanField(default=False)),
                ('default_points', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('default_shown', models.BooleanField(default=True)),
                ('default_standards', models.JSONField(default=list)),
                ('position', models.PositiveIntegerField(default=0)),
                ('version', models.PositiveIntegerField(default=1)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='categories', to='school.schoolclass')),
            ],
            options={
                'ordering': ['position', 'id'],
            },
        ),
        migrations.CreateModel(
            name='Assignment',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=120)),
                ('short_name', models.CharField(max_length=15)),
                ('description', models.TextField(blank=True)),
                ('link', models.CharField(blank=True, max_length=500)),
                ('points', models.DecimalField(decimal_places=4, max_digits=9)),
                ('share', models.DecimalField(decimal_places=4, default=1, max_digits=9)),
                ('share_fixed', models.BooleanField(default=False)),
                ('step', models.DecimalField(decimal_places=4, default=1, max_digits=9)),
                ('extra', models.BooleanField(default=False)),
                ('never_drop', models.BooleanField(default=False)),
                ('counts', models.BooleanField(default=True)),
                ('closed', models.BooleanField(default=False)),
                ('locked', models.BooleanField(default=False)),
                ('kept_in', models.CharField(blank=True, max_length=120)),
                ('shown', models.BooleanField(default=True)),
                ('shown_from', models.DateField(blank=True, null=True)),
                ('shown_when_in', models.BooleanField(default=False)),
                ('announced', models.BooleanField(default=True)),
                ('comments_shown', models.BooleanField(default=True)),
                ('entered_as', models.CharField(default='points', max_length=10)),
                ('standards', models.JSONField(default=list)),
                ('standard_points', models.JSONField(default=dict)),
                ('criteria', models.JSONField(default=list)),
                ('assigned_on', models.DateField(blank=True, null=True)),
                ('due_on', models.DateField(blank=True, null=True)),
                ('for_everyone', models.BooleanField(default=True)),
                ('adjust', models.JSONField(default=list)),
                ('position', models.PositiveIntegerField(default=0)),
                ('version', models.PositiveIntegerField(default=1)),
                ('deleted_at', models.DateTimeField(blank=True, null=True)),
                ('chosen_students', models.ManyToManyField(blank=True, related_name='chosen_assignments', to='school.student')),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='assignments', to='school.schoolclass')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='assignments', to='school.term')),
                ('category', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='assignments', to='plans.category')),
            ],
            options={
                'ordering': ['position', 'id'],
                'base_manager_name': 'with_deleted',
            },
            managers=[
                ('objects', django.db.models.manager.Manager()),
                ('with_deleted', django.db.models.manager.Manager()),
            ],
        ),
        migrations.CreateModel(
            name='Draft',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('change', models.JSONField(default=dict)),
                ('begun_at', models.DateTimeField()),
                ('begun_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='draft', to='school.schoolclass')),
            ],
        ),
        migrations.CreateModel(
            name='GradingScale',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('out_of', models.DecimalField(decimal_places=4, default=100, max_digits=9)),
                ('is_shared', models.BooleanField(default=False)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='scales', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='scales', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='GroundRules',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('method', models.CharField(default='weighted', max_length=10)),
                ('blank', models.CharField(default='leave_out', max_length=20)),
                ('drop_overall', models.PositiveSmallIntegerField(default=0)),
                ('drop_choice', models.CharField(default='lowest_percent', max_length=20)),
                ('round_to', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('rounding', models.CharField(default='half_up', max_length=10)),
                ('cap', models.BooleanField(default=False)),
                ('decimals', models.PositiveSmallIntegerField(default=1)),
                ('standard_weights', models.JSONField(default=dict)),
                ('families_see_running', models.BooleanField(default=False)),
                ('families_from', models.DateField(blank=True, null=True)),
                ('families_percent', models.BooleanField(default=True)),
                ('families_mark', models.BooleanField(default=True)),
                ('families_points', models.BooleanField(default=True)),
                ('families_share', models.BooleanField(default=False)),
                ('families_class', models.BooleanField(default=False)),
                ('scale', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='used_by', to='plans.gradingscale')),
                ('school_class', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='ground_rules', to='school.schoolclass')),
            ],
        ),
        migrations.CreateModel(
            name='Handout',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('is_current', models.BooleanField(default=True)),
                ('name', models.CharField(max_length=120)),
                ('content', models.BinaryField()),
                ('size', models.PositiveIntegerField()),
                ('assignment', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='handouts', to='plans.assignment')),
            ],
            options={
                'base_manager_name': 'with_former',
            },
            managers=[
                ('objects', django.db.models.manager.Manager()),
                ('with_former', django.db.models.manager.Manager()),
            ],
        ),
        migrations.CreateModel(
            name='PlanEvent',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('at', models.DateTimeField()),
                ('words', models.CharField(max_length=200)),
                ('before', models.JSONField()),
                ('after', models.JSONField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='plan_events', to='school.schoolclass')),
            ],
            options={
                'ordering': ['id'],
            },
        ),
        migrations.CreateModel(
            name='ScaleBand',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('mark', models.CharField(max_length=30)),
                ('min', models.DecimalField(decimal_places=4, max_digits=9)),
                ('value', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('scale', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='bands', to='plans.gradingscale')),
            ],
            options={
                'ordering': ['-min'],
            },
        ),
        migrations.CreateModel(
            name='ScoreCode',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('code', models.CharField(max_length=5)),
                ('name', models.CharField(max_length=60)),
                ('effect', models.CharField(max_length=10)),
                ('percent', models.DecimalField(blank=True, decimal_places=4, max_digits=9, null=True)),
                ('missing', models.BooleanField(default=False)),
                ('colour', models.PositiveSmallIntegerField(default=0)),
                ('is_shared', models.BooleanField(default=False)),
                ('owner', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='codes', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='codes', to='school.school')),
                ('school_class', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='codes', to='school.schoolclass')),
            ],
            options={
                'ordering': ['code'],
            },
        ),
        migrations.CreateModel(
            name='KeptPlan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('plan', models.JSONField()),
                ('kept_at', models.DateTimeField()),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='kept_plans', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='kept_plans', to='school.school')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('owner', 'school', 'name'), name='one_kept_plan')],
            },
        ),
        migrations.CreateModel(
            name='SharedCriteria',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=120)),
                ('criteria', models.JSONField()),
                ('at', models.DateTimeField()),
                ('owner', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='shared_criteria', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='shared_criteria', to='school.school')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school', 'owner', 'name'), name='one_shared_criteria')],
            },
        ),
        migrations.CreateModel(
            name='TermPlan',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('ground_rules', models.JSONField(default=dict)),
                ('weights', models.JSONField(default=dict)),
                ('adjust', models.JSONField(default=list)),
                ('part_weights', models.JSONField(default=dict)),
                ('parts_from', models.CharField(default='percent', max_length=10)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='term_plans', to='school.schoolclass')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='plans', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'term'), name='one_term_plan')],
            },
        ),
    ]

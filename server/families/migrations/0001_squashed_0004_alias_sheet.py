"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('families', '0001_known'), ('families', '0002_running_hidden'), ('families', '0003_notices'), ('families', '0004_alias_sheet')]

    initial = True

    dependencies = [
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='AliasSheet',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('secret_hash', models.CharField(max_length=64, unique=True)),
                ('made_at', models.DateTimeField()),
                ('made_by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='alias_sheet', to='school.schoolclass')),
            ],
        ),
        migrations.CreateModel(
            name='FamilyNotices',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('how', models.CharField(blank=True, choices=[('daily', 'each day on which something is new'), ('weekly', 'once a week, what is new'), ('missing', 'once a week, only what is missing'), ('reports', 'only when a report is there'), ('none', 'never')], max_length=8)),
                ('confirmed', models.EmailField(blank=True, max_length=254)),
                ('asked_at', models.DateTimeField(blank=True, null=True)),
                ('problem', models.CharField(blank=True, max_length=300)),
                ('person', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='notices', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.CreateModel(
            name='Known',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('by', models.CharField(choices=[('page', 'Page'), ('mail', 'Mail')], max_length=4)),
                ('items', models.JSONField(default=dict)),
                ('at', models.DateTimeField()),
                ('before', models.JSONField(default=dict)),
                ('before_at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='school.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('person', 'student', 'by'), name='one_known')],
            },
        ),
        migrations.CreateModel(
            name='ReportRead',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('until', models.PositiveBigIntegerField()),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='reports_read', to='school.student')),
                ('term', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.term')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('person', 'student', 'term'), name='read_once')],
            },
        ),
        migrations.CreateModel(
            name='RunningHidden',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='+', to='school.student')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'student'), name='one_running_hidden')],
            },
        ),
        migrations.CreateModel(
            name='SchoolFamilies',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('notices', models.CharField(choices=[('daily', 'each day on which something is new'), ('weekly', 'once a week, what is new'), ('missing', 'once a week, only what is missing'), ('reports', 'only when a report is there'), ('none', 'never')], default='weekly', max_length=8)),
                ('hour', models.PositiveSmallIntegerField(default=17)),
                ('weekday', models.PositiveSmallIntegerField(default=4)),
                ('asks_to_read', models.BooleanField(default=False)),
                ('last_day', models.DateField(blank=True, null=True)),
                ('school', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='families', to='school.school')),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('hour__gte', 7), ('hour__lte', 20), ('weekday__lte', 6)), name='notices_by_day')],
            },
        ),
    ]

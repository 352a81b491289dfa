"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
import school.models
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('school', '0001_initial'), ('school', '0002_days_off_and_presence'), ('school', '0003_entering_in_full'), ('school', '0004_reporting'), ('school', '0005_comments_by_standard'), ('school', '0006_standards'), ('school', '0007_revisions'), ('school', '0008_ended_reopenings'), ('school', '0009_nothing_scored_is_deleted'), ('school', '0010_audit'), ('school', '0011_people_and_stays'), ('school', '0012_second_factor_of'), ('school', '0013_erasing'), ('school', '0014_own_names'), ('school', '0015_teachers_make_classes'), ('school', '0016_shows_percent'), ('school', '0017_looked_at'), ('school', '0018_window_asks_for'), ('school', '0019_guardianship'), ('school', '0020_heartbeat'), ('school', '0021_lists_by_index'), ('school', '0022_language'), ('school', '0023_audit_years'), ('school', '0024_revisions')]

    initial = True

    dependencies = [
        ('auth', '0012_alter_user_first_name_max_length'),
    ]

    operations = [
        migrations.CreateModel(
            name='SchoolClass',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=80)),
                ('section', models.CharField(blank=True, max_length=20)),
                ('room', models.CharField(blank=True, max_length=40)),
                ('times', models.CharField(blank=True, max_length=80)),
                ('position', models.PositiveSmallIntegerField(default=0)),
                ('archived_at', models.DateTimeField(blank=True, null=True)),
            ],
            options={
                'ordering': ['position', 'name', 'section'],
            },
        ),
        migrations.CreateModel(
            name='Heartbeat',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=40, unique=True)),
                ('at', models.DateTimeField()),
            ],
        ),
        migrations.CreateModel(
            name='ReportingWindow',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('opens', models.DateField()),
                ('closes', models.DateField()),
                ('families_from', models.DateField(blank=True, null=True)),
                ('comment_limit', models.PositiveSmallIntegerField(default=600)),
                ('comments_by', models.CharField(choices=[('subject', 'Subject'), ('standard', 'Standard')], default='subject', max_length=10)),
                ('collects', models.JSONField(default=school.models.all_but_effort)),
                ('asks_for', models.JSONField(default=list)),
                ('binding', models.JSONField(default=list)),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('opens__lte', models.F('closes'))), name='window_in_order')],
            },
        ),
        migrations.CreateModel(
            name='School',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=120)),
                ('time_zone', models.CharField(default='Europe/London', max_length=60)),
                ('fixed_day', models.DateField(blank=True, null=True)),
                ('outside_marks', models.JSONField(default=list)),
                ('efforts', models.JSONField(default=list)),
                ('standards', models.JSONField(default=dict)),
                ('card_design', models.CharField(choices=[('ledger', 'Ledger'), ('pages', 'Pages')], default='ledger', max_length=10)),
                ('paper', models.CharField(choices=[('A4', 'A4'), ('Letter', 'Letter')], default='A4', max_length=10)),
                ('address', models.CharField(blank=True, max_length=200)),
                ('kept_years', models.PositiveSmallIntegerField(default=10)),
                ('audit_years', models.PositiveSmallIntegerField(default=10)),
                ('teachers_make_classes', models.BooleanField(default=False)),
                ('second_factor_of', models.JSONField(default=list)),
            ],
        ),
        migrations.CreateModel(
            name='Person',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('password', models.CharField(max_length=128, verbose_name='password')),
                ('last_login', models.DateTimeField(blank=True, null=True, verbose_name='last login')),
                ('is_superuser', models.BooleanField(default=False, help_text='Designates that this user has all permissions without explicitly assigning them.', verbose_name='superuser status')),
                ('sign_in', models.CharField(max_length=150, unique=True)),
                ('given_name', models.CharField(max_length=80)),
                ('family_name', models.CharField(max_length=80)),
                ('email', models.EmailField(blank=True, max_length=254)),
                ('language', models.CharField(blank=True, max_length=10)),
                ('is_active', models.BooleanField(default=True)),
                ('erased_at', models.DateTimeField(blank=True, null=True)),
                ('groups', models.ManyToManyField(blank=True, help_text='The groups this user belongs to. A user will get all permissions granted to each of their groups.', related_name='user_set', related_query_name='user', to='auth.group', verbose_name='groups')),
                ('user_permissions', models.ManyToManyField(blank=True, help_text='Specific permissions for this user.', related_name='user_set', related_query_name='user', to='auth.permission', verbose_name='user permissions')),
            ],
            options={
                'abstract': False,
            },
        ),
        migrations.CreateModel(
            name='ClassRevision',
            fields=[
                ('school_class', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, primary_key=True, related_name='revision', serialize=False, to='school.schoolclass')),
                ('plan', models.PositiveBigIntegerField(default=0)),
                ('scores', models.PositiveBigIntegerField(default=0)),
            ],
        ),
        migrations.CreateModel(
            name='Guardianship',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('sees', models.CharField(choices=[('all', 'All'), ('reports', 'reports only'), ('none', 'nothing')], default='all', max_length=7)),
                ('kept_out', models.BooleanField(default=False)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='guardianships', to=settings.AUTH_USER_MODEL)),
            ],
            options={
                'db_table': 'school_student_guardians',
            },
        ),
        migrations.CreateModel(
            name='Reopening',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('until', models.DateField()),
                ('reason', models.CharField(max_length=300)),
                ('at', models.DateTimeField()),
                ('ended_at', models.DateTimeField(blank=True, null=True)),
                ('by', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('person', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='reopenings', to=settings.AUTH_USER_MODEL)),
                ('window', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='reopenings', to='school.reportingwindow')),
            ],
        ),
        migrations.CreateModel(
            name='SchoolRevision',
            fields=[
                ('school', models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, primary_key=True, related_name='revision', serialize=False, to='school.school')),
                ('number', models.PositiveBigIntegerField(default=0)),
                ('epoch', models.PositiveBigIntegerField(default=0)),
            ],
        ),
        migrations.AddField(
            model_name='schoolclass',
            name='school',
            field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='classes', to='school.school'),
        ),
        migrations.CreateModel(
            name='SchoolYear',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=20)),
                ('starts', models.DateField()),
                ('ends', models.DateField()),
                ('days_off', models.JSONField(default=list)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='years', to='school.school')),
            ],
            options={
                'constraints': [models.CheckConstraint(condition=models.Q(('starts__lte', models.F('ends'))), name='year_in_order'), models.UniqueConstraint(fields=('school', 'name'), name='one_year_name')],
            },
        ),
        migrations.AddField(
            model_name='schoolclass',
            name='year',
            field=models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='classes', to='school.schoolyear'),
        ),
        migrations.CreateModel(
            name='Student',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('given_name', models.CharField(max_length=80)),
                ('family_name', models.CharField(max_length=80)),
                ('official_name', models.CharField(blank=True, max_length=160)),
                ('pronouns', models.CharField(default='they', max_length=40)),
                ('number', models.CharField(max_length=20)),
                ('alias', models.CharField(max_length=10)),
                ('is_active', models.BooleanField(default=True)),
                ('erased_at', models.DateTimeField(blank=True, null=True)),
                ('is_of_age', models.BooleanField(default=False)),
                ('guardians', models.ManyToManyField(blank=True, related_name='children', through='school.Guardianship', to=settings.AUTH_USER_MODEL)),
                ('person', models.OneToOneField(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='student', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='students', to='school.school')),
            ],
            options={
                'indexes': [models.Index(fields=['school', 'family_name', 'given_name'], name='students_by_name')],
                'constraints': [models.UniqueConstraint(fields=('school', 'number'), name='one_student_number'), models.UniqueConstraint(fields=('school', 'alias'), name='one_alias')],
            },
        ),
        migrations.AddField(
            model_name='guardianship',
            name='student',
            field=models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='guardianships', to='school.student'),
        ),
        migrations.CreateModel(
            name='Enrolment',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('starts', models.DateField()),
                ('ends', models.DateField(blank=True, null=True)),
                ('earlier_stays', models.JSONField(default=list)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='enrolments', to='school.schoolclass')),
                ('student', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='enrolments', to='school.student')),
            ],
            options={
                'indexes': [models.Index(fields=['school_class', 'ends'], name='enrolments_by_end')],
                'constraints': [models.CheckConstraint(condition=models.Q(('ends__isnull', True), ('starts__lte', models.F('ends')), _connector='OR'), name='enrolment_in_order'), models.UniqueConstraint(fields=('school_class', 'student'), name='one_enrolment')],
            },
        ),
        migrations.CreateModel(
            name='AuditEntry',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('action', models.CharField(choices=[('signed_in', 'signed in'), ('sign_in_refused', 'sign-in refused'), ('signed_out', 'signed out'), ('settings', "changed the school's settings"), ('exported', 'exported'), ('printed', 'printed'), ('posted', 'posted or withdrew grades'), ('people', 'changed people, classes or rosters'), ('access', 'gave or took access')], max_length=20)),
                ('operation', models.CharField(max_length=80)),
                ('address', models.GenericIPAddressField(null=True)),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.schoolclass')),
                ('school', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.school')),
                ('student', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.student')),
            ],
            options={
                'indexes': [models.Index(fields=['school', 'at'], name='audit_of_school')],
            },
        ),
        migrations.CreateModel(
            name='Teaching',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('leads', models.BooleanField(default=True)),
                ('starts', models.DateField(blank=True, null=True)),
                ('ends', models.DateField(blank=True, null=True)),
                ('own_name', models.CharField(blank=True, max_length=80)),
                ('place', models.PositiveSmallIntegerField(blank=True, null=True)),
                ('shows_percent', models.BooleanField(default=True)),
                ('view', models.JSONField(default=dict)),
                ('looked_at', models.JSONField(default=dict)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='teachings', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='teachings', to='school.schoolclass')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'person'), name='one_teaching')],
            },
        ),
        migrations.AddField(
            model_name='schoolclass',
            name='teachers',
            field=models.ManyToManyField(related_name='classes', through='school.Teaching', to=settings.AUTH_USER_MODEL),
        ),
        migrations.CreateModel(
            name='Term',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(choices=[('year', 'Year'), ('semester', 'Semester'), ('quarter', 'Quarter'), ('exam', 'Exam')], default='quarter', max_length=10)),
                ('name', models.CharField(max_length=40)),
                ('starts', models.DateField()),
                ('ends', models.DateField()),
                ('position', models.PositiveSmallIntegerField(default=0)),
                ('within', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.PROTECT, related_name='parts', to='school.term')),
                ('year', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='terms', to='school.schoolyear')),
            ],
            options={
                'ordering': ['position'],
                'constraints': [models.CheckConstraint(condition=models.Q(('starts__lte', models.F('ends'))), name='term_in_order'), models.UniqueConstraint(fields=('year', 'name'), name='one_term_name')],
            },
        ),
        migrations.AddField(
            model_name='reportingwindow',
            name='term',
            field=models.OneToOneField(on_delete=django.db.models.deletion.CASCADE, related_name='window', to='school.term'),
        ),
        migrations.CreateModel(
            name='Act',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=40)),
                ('words', models.CharField(max_length=200)),
                ('change', models.JSONField()),
                ('at', models.DateTimeField()),
                ('undone', models.BooleanField(default=False)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='acts', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='acts', to='school.schoolclass')),
            ],
            options={
                'indexes': [models.Index(fields=['school_class', 'person', 'undone', 'id'], name='school_act_school__64f7bc_idx')],
            },
        ),
        migrations.CreateModel(
            name='Presence',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('at', models.DateTimeField()),
                ('student_id', models.PositiveIntegerField(null=True)),
                ('assignment_id', models.PositiveIntegerField(null=True)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='presences', to=settings.AUTH_USER_MODEL)),
                ('school_class', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='presences', to='school.schoolclass')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('school_class', 'person'), name='one_presence')],
            },
        ),
        migrations.CreateModel(
            name='Membership',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('role', models.CharField(choices=[('teacher', 'Teacher'), ('student', 'Student'), ('guardian', 'Guardian'), ('officer', 'records officer')], max_length=10)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='memberships', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='memberships', to='school.school')),
            ],
            options={
                'indexes': [models.Index(fields=['school', 'role', 'person'], name='members_by_role')],
                'constraints': [models.UniqueConstraint(fields=('person', 'school', 'role'), name='one_membership')],
            },
        ),
        migrations.AddConstraint(
            model_name='guardianship',
            constraint=models.UniqueConstraint(fields=('student', 'person'), name='one_guardianship'),
        ),
    ]

"""All of the migrations before as one, for a database from nothing; one that has some of them goes on by the rest."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    replaces = [('accounts', '0001_initial'), ('accounts', '0002_sign_in_provider')]

    initial = True

    dependencies = [
        ('school', '0001_squashed_0024_revisions'),
        ('school', '__first__'),
    ]

    operations = [
        migrations.CreateModel(
            name='OpenSession',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('key', models.CharField(max_length=40, unique=True)),
                ('browser', models.CharField(max_length=200)),
                ('address', models.GenericIPAddressField(null=True)),
                ('at', models.DateTimeField()),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='open_sessions', to=settings.AUTH_USER_MODEL)),
            ],
        ),
        migrations.CreateModel(
            name='SignInProvider',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('name', models.CharField(max_length=60)),
                ('issuer', models.URLField(max_length=300)),
                ('client_id', models.CharField(max_length=200)),
                ('client_secret', models.CharField(max_length=200)),
                ('school', models.OneToOneField(on_delete=django.db.models.deletion.PROTECT, related_name='provider', to='school.school')),
            ],
        ),
        migrations.CreateModel(
            name='Invitation',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('at', models.DateTimeField()),
                ('code', models.CharField(blank=True, max_length=128)),
                ('taken_at', models.DateTimeField(null=True)),
                ('by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='invitations', to=settings.AUTH_USER_MODEL)),
                ('school', models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name='+', to='school.school')),
            ],
            options={
                'indexes': [models.Index(fields=['person', 'at'], name='invitations_of_person')],
            },
        ),
        migrations.CreateModel(
            name='Mail',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('to', models.CharField(max_length=254)),
                ('subject', models.CharField(max_length=200)),
                ('text', models.TextField()),
                ('at', models.DateTimeField()),
                ('school', models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='mail', to='school.school')),
            ],
            options={
                'indexes': [models.Index(fields=['school', 'at'], name='mail_of_school')],
            },
        ),
        migrations.CreateModel(
            name='ProviderAccount',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('subject', models.CharField(max_length=255)),
                ('person', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='provider_accounts', to=settings.AUTH_USER_MODEL)),
                ('provider', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='accounts', to='accounts.signinprovider')),
            ],
            options={
                'constraints': [models.UniqueConstraint(fields=('provider', 'subject'), name='one_account_of_subject'), models.UniqueConstraint(fields=('provider', 'person'), name='one_account_of_person')],
            },
        ),
    ]

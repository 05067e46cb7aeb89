import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("procedures", "0002_revision_chemistry"),
    ]

    operations = [
        migrations.CreateModel(
            name="Answer",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("asks", models.CharField(db_collation="utf8mb4_bin", max_length=20)),
                ("phrase", models.CharField(db_collation="utf8mb4_bin", max_length=300)),
                ("answer", models.CharField(db_collation="utf8mb4_bin", max_length=200)),
                ("at", models.DateTimeField()),
                ("by", models.ForeignKey(on_delete=django.db.models.deletion.PROTECT, related_name="+", to=settings.AUTH_USER_MODEL)),
            ],
            options={
                "ordering": ["-id"],
                "indexes": [models.Index(fields=["asks", "phrase"], name="answer_by_phrase")],
            },
        ),
    ]

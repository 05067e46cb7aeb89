"""Bring the database up to date, collect static files, load the demo laboratory once."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.db import transaction

from accounts.models import User
from procedures import actions as procedures
from procedures.models import Procedure
from records.models import Entry, log
from reviews import actions as reviews

PASSWORD = "skerry-point"
PEOPLE = (
    ("brekke", "Torunn Brekke", ("author",)),
    ("lindqvist", "Anna Lindqvist", ("reviewer",)),
    ("aune", "Nils Aune", ("operator",)),
    ("achterberg", "Ruth Achterberg", ("manager", "reviewer")),
)


WAITING = (
    "4-methylbenzoyl-chloride",
    "4-bromoacetanilide",
    "hydrobromic-acid",
    "hydrogen-chloride",
    "4-chlorotoluene",
    "isoborneol",
    "tert-butyl-chloride",
)
"""Demo procedures that wait for their first look."""


class Command(BaseCommand):
    """prepare"""

    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        """Migrate, collect, load."""
        call_command("migrate", interactive=False, verbosity=0)
        if (settings.ROOT / "web" / "dist").exists():
            done = settings.ROOT / "web" / "dist" / ".done"
            kept = settings.STATIC_ROOT / ".done"
            if not kept.exists() or not done.exists() or kept.read_text() != done.read_text():
                call_command("collectstatic", interactive=False, verbosity=0, clear=True, ignore_patterns=["ninja"])
                if done.exists():
                    kept.write_text(done.read_text())
        if not Entry.objects.exists():
            load_demo()


@transaction.atomic
def load_demo() -> None:
    """Four people, ten procedures of the kinds the review is for, in different states."""
    people = {}
    for username, full_name, roles in PEOPLE:
        user = User(username=username, full_name=full_name, **{f"is_{r}": True for r in roles})
        user.set_password(PASSWORD)
        user.save()
        people[username] = user
    log(None, "demo laboratory loaded", "Skerry Point")
    brekke, achterberg = people["brekke"], people["achterberg"]
    demo = settings.ROOT / "demo"
    procedures.submit(brekke, (demo / "methyl-3-nitrobenzoate.txt").read_text("utf-8"))
    open_one = procedures.submit(brekke, (demo / "ethyl-3-nitrobenzoate.txt").read_text("utf-8"))
    procedures.return_to_author(achterberg, open_one.procedure_id, "Over how long is the acid added, and what does the flask stand in?")
    sound = procedures.submit(brekke, (demo / "4-nitroacetanilide.txt").read_text("utf-8"))
    why = "Our own rule asks for a second person while nitrating acid is added; otherwise as proposed."
    reviews.decide(
        achterberg,
        sound.procedure_id,
        sound.number,
        "acceptable with conditions",
        why,
        ["Two people in the room while the nitrating acid is added (SP-HS-12 §4)."],
        {},
    )
    reviews.sign(achterberg, sound.procedure_id, sound.number, PASSWORD)
    for name in WAITING:
        procedures.submit(brekke, (demo / f"{name}.txt").read_text("utf-8"))
    assert Procedure.objects.count() == 3 + len(WAITING)

"""``manage load_demo``: put the demo site into an empty database."""

from django.core.management.base import BaseCommand

from hillpin.sites.demo import load_demo


class Command(BaseCommand):
    """Loads Skerry Line on the first start."""

    help = "Load the demo site where there is no site yet."

    def handle(self, *args: object, **options: object) -> None:
        if load_demo() is not None:
            self.stdout.write("Loaded the demo site, Skerry Line.")

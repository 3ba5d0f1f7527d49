"""``manage load_demo``: put the demo site into an empty database."""

from django.core.management.base import BaseCommand

from hillpin.plans.demo import load_demo_plan
from hillpin.sites.demo import load_demo


class Command(BaseCommand):
    """Loads Skerry Line on the first start."""

    help = "Load the demo site where there is no site yet."

    def handle(self, *args: object, **options: object) -> None:
        site = load_demo()
        if site is not None:
            load_demo_plan(site)
            self.stdout.write("Loaded the demo site, Skerry Line.")

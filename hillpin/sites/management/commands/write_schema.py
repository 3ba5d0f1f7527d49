"""``manage write_schema FILE``: the API's OpenAPI schema as JSON, from which the front end's types are made."""

import json
from argparse import ArgumentParser
from pathlib import Path

from django.core.management.base import BaseCommand

from hillpin.api import api


class Command(BaseCommand):
    """Writes the OpenAPI schema."""

    help = "Write the API's OpenAPI schema to a file."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file")

    def handle(self, *args: object, **options: object) -> None:
        text = json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, default=str)
        Path(str(options["file"])).write_text(text + "\n")

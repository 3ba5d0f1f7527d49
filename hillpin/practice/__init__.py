"""The practice server: a target that ships. It speaks SFTP and WebDAV, serves what it got on a port of its own, keeps each
publishing, and can be told to be slow, to drop the line, to be full or to refuse.

A process of its own (``python -m hillpin.practice FOLDER``): it prints one line of JSON with its ports, reads what it is to be like from
``practice.json`` in its folder at every step, and ends when its standard input does. Only this machine can reach it.
"""

from .behaviour import FAULTS, Behaviour

__all__ = ["FAULTS", "Behaviour"]

"""Expectations: sentences about a page that must hold over a range of widths, read from a file of the site and proved.

``read_expectation`` reads one sentence, ``read_file`` the site's file of them, ``prove`` holds them against every width.
"""

from ..page import lines_of
from .kept import FILE_NAME, Kept, read_file, written
from .proving import Failure, Proof, failure_words, prove, prove_at
from .sentence import CLAIMS, Expectation, read_expectation
from .suggesting import suggested

__all__ = ["CLAIMS", "FILE_NAME", "Expectation", "Failure", "Kept", "Proof", "failure_words", "lines_of", "prove", "prove_at", "read_expectation", "read_file", "suggested", "written"]

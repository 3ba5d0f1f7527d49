"""One expectation of a site's file on one page, as ``pin check`` tells it."""

from __future__ import annotations

from dataclasses import dataclass

from ..core.expectations import Kept, Proof, failure_words


@dataclass(frozen=True, slots=True)
class Checked:
    """One expectation of the file on one page."""

    page: str
    kept: Kept
    proof: Proof | None
    """None where the sentence is not understood."""
    browser: tuple[str, ...] = ()
    """What the real browser says otherwise, a sentence each."""

    @property
    def holds(self) -> bool:
        return self.proof is not None and self.proof.holds and not self.browser

    @property
    def reasons(self) -> list[str]:
        """Why it does not hold."""
        if self.proof is None:
            return [self.kept.error]
        return [*([self.proof.error] if self.proof.error else []), *map(failure_words, self.proof.failures), *self.browser]

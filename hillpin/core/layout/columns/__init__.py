"""Multiple columns (css-multicol-1): one flow of blocks and lines, broken into columns side by side.

``column_layout.layout_columns`` lays a container out; ``column_sizes`` says how many columns there are and how wide (§3.4).
What is in it is laid out once, as one column without an end; ``parts`` finds where that may be broken (css-break-4 §4),
``breaking`` breaks it, and balances the columns (§7); ``pieces`` puts what stands in each where it is seen.
"""

from .column_sizes import has_columns

__all__ = ["has_columns"]

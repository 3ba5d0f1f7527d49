"""Every width walked: what is wrong from where to where, and why.

``survey(page)`` gives ``Surveyed``: findings with exact ranges of widths. A kind of finding is a row in ``kinds``
(``KINDS``: severity, title, explanation, check) and a function that looks at ``Stretch`` or ``Survey``; ``remedies``
and ``fixes`` write what would settle it, ``compare`` says what is better or worse than before.
"""

from .before_after import Difference, compare
from .boxes_over import BoxOver, Shared, lying_over
from .files_needed import PictureFiles, SizePart, Taken, picture_files
from .findings import Finding, declared, finding_key, name_of
from .heights import HEIGHT_KINDS, HeightFinding, Heights, survey_heights
from .interest import Interest, point_of_interest
from .kinds import KINDS, severity_of
from .other_lengths import HALVED, LONGER, AtLength, over_lengths
from .other_pages import Elsewhere, elsewhere, without_used
from .parts_shown import ShownAt, ShownParts, shown_parts
from .remedies import Remedy, proved
from .whole import Surveyed, survey

__all__ = ["HALVED", "HEIGHT_KINDS", "KINDS", "LONGER", "AtLength", "BoxOver", "Difference", "Elsewhere", "Finding", "HeightFinding", "Heights", "Interest", "PictureFiles", "Remedy", "Shared", "ShownAt", "ShownParts", "SizePart", "Surveyed", "Taken", "compare", "declared", "elsewhere", "finding_key", "lying_over", "name_of", "over_lengths", "picture_files", "point_of_interest", "proved", "severity_of", "shown_parts", "survey", "survey_heights", "without_used"]

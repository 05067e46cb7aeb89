"""The procedure document: what an author handed in, as read."""

from northsquall.procedure.document import (
    AS_BEFORE_IT,
    NO_STEP,
    Assumption,
    Bath,
    Chemistry,
    Closing,
    Curve,
    Edit,
    Laboratory,
    Material,
    Place,
    Procedure,
    Quantity,
    Results,
    Sample,
    Seen,
    Slip,
    Span,
    Step,
    Strength,
    TrainElement,
    Unread,
    Vessel,
)

__all__ = [
    "AS_BEFORE_IT", "NO_STEP", "Assumption", "Bath", "Chemistry", "Closing", "Curve", "Edit", "Laboratory", "Material", "Place", "Procedure", "Quantity", "Results", "Sample", "Seen", "Slip", "Span",
    "Step", "Strength", "TrainElement", "Unread", "Vessel",
]  # fmt: skip

"""The procedure document: what an author handed in, as read."""

from northsquall.procedure.document import (
    Assumption,
    Bath,
    Chemistry,
    Curve,
    Edit,
    Laboratory,
    Material,
    Procedure,
    Quantity,
    Results,
    Sample,
    Slip,
    Span,
    Step,
    Strength,
    TrainElement,
    Unread,
    Vessel,
)

__all__ = [
    "Assumption", "Bath", "Chemistry", "Curve", "Edit", "Laboratory", "Material", "Procedure", "Quantity", "Results", "Sample", "Slip", "Span",
    "Step", "Strength", "TrainElement", "Unread", "Vessel",
]  # fmt: skip

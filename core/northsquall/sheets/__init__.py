"""The sheets of an assessment."""

from northsquall.sheets.charge import marks, material_lines, step_lines, vessel_lines, yield_line
from northsquall.sheets.contents import contents
from northsquall.sheets.curves import curve_lines, decomposition_of, td24_of, tmrad_of
from northsquall.sheets.exotherm import exotherm, heat, strip
from northsquall.sheets.govern import assumptions, citations, governs, referred
from northsquall.sheets.quench import quench, quench_on_strip
from northsquall.sheets.reactions import boiling, enthalpy_of, gases, reaction_lines, stages, total_heat
from northsquall.sheets.timetable import schedule

__all__ = [
    "assumptions",
    "boiling",
    "citations",
    "contents",
    "curve_lines",
    "decomposition_of",
    "enthalpy_of",
    "exotherm",
    "gases",
    "governs",
    "heat",
    "marks",
    "material_lines",
    "quench",
    "quench_on_strip",
    "reaction_lines",
    "referred",
    "schedule",
    "stages",
    "step_lines",
    "strip",
    "td24_of",
    "tmrad_of",
    "total_heat",
    "vessel_lines",
    "yield_line",
]

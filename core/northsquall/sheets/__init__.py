"""The sheets of an assessment."""

from northsquall.sheets.charge import marks, material_lines, step_lines, vessel_lines, yield_line
from northsquall.sheets.contents import contents
from northsquall.sheets.curves import curve_lines, decomposition_of, td24_of, tmrad_of
from northsquall.sheets.exotherm import exotherm, heat, strip
from northsquall.sheets.gas import beside, closed_lines, gas_lanes, gas_lines, gases
from northsquall.sheets.govern import assumptions, citations, governs, referred
from northsquall.sheets.quench import dump, quench, quench_on_strip
from northsquall.sheets.reactions import boiling, enthalpy_of, iced_C, reaction_lines, stages, total_heat
from northsquall.sheets.timetable import schedule

__all__ = [
    "assumptions",
    "beside",
    "boiling",
    "citations",
    "closed_lines",
    "contents",
    "curve_lines",
    "decomposition_of",
    "dump",
    "enthalpy_of",
    "exotherm",
    "gas_lanes",
    "gas_lines",
    "gases",
    "governs",
    "heat",
    "iced_C",
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

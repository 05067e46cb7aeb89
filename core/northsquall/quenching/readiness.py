"""What a text says stands ready for the worst moment, by the words for it; readable as data: add a word, not a branch."""

from __future__ import annotations

import re

from northsquall import patterns

PAIL = r"(?:tray|pan|pail|bucket|tub|trough|(?:quench|drowning|dump|drench|emergency) (?:tank|vessel|bath|pot))"
BELOW = r"(?:(?:below|under(?:neath)?|beneath)\b(?!\W*(?:(?:about|some|the|its) )?(?:limit|[-−]?\d)))"
"""A place; "below 10 °C" is none."""
NEAR = r"(?:at hand|stands? (?:next to|beside|by) (?:it|the \w+)|ready|standing by|(?:with)?in reach|by the door|near ?by)"
AGENT = r"(?:thiosulfate|bisulfite|soda(?: ash)?|sand|bicarbonate)"
LIFT = r"(?:(?:lab ?)?jack|lifting (?:table|platform)|scissor lift)"

READY = (
    ("a pail or tray below the flask that takes the whole batch", patterns.compile(rf"\b(?:{PAIL}|beaker)\b[^.;\n]{{0,60}}\b(?:{BELOW}|(?:ready|dump|whole batch|at hand|beside)\b)|\b{BELOW}[^.;\n]{{0,30}}\b{PAIL}\b", re.I)),
    ("ice in it, on the day", patterns.compile(rf"\bice\b[^.;\n]{{0,60}}\b(?:{BELOW}|(?:ready|at hand|standing by|to receive)\b)|\b(?:{BELOW}|(?:ready|at hand|tray|pan)\b)[^.;\n]{{0,40}}\bice\b", re.I)),
    ("a jack or lift that drops flask, bath or mantle in one movement", patterns.compile(rf"\b{LIFT}\b|\b(?:mantle|bath|plate|heater)\b[^.;\n]{{0,25}}\b(?:lowered|drops? away|dropped|taken away)\b", re.I)),
    ("what takes a spill", patterns.compile(rf"\b(?:spill\w*|splash\w*|absorbent)\b|\bbucket (?:with|of) sand\b|\b(?:{AGENT}|vermiculite|acetic acid)\b[^.;\n]{{0,40}}\b(?:{NEAR}|stands there)\b|\b{NEAR}\b[^.;\n]{{0,25}}\b(?:{AGENT}|vermiculite|acetic acid)\b", re.I)),
    ("a second person who knows", patterns.compile(r"\b(?:(?:two|2) (?:trained |other )?(?:people|persons|workers|operators)|second (?:person|worker|operator)|one more person|colleague|within call|in (?:sight|the room)|next door|in the lab)\b", re.I)),
)  # fmt: skip
"""What should stand there, and the words by which a text has it."""
DUMP = patterns.compile(
    rf"\b(?:spills?(?!:? (?:are |is )?(?:with |by )?(?:paper|rags?|tissue|towels?|no\b|none|nothing|ignored))|absorbent|drench|kept below(?! ?[-−]?\d)|to receive|emergency|{LIFT})\b|\b{PAIL}\b(?![^.;\n]{{0,20}}\bgas jar)[^.;\n]{{0,50}}\b(?:{BELOW}|(?:ready|at hand|beside|standing by)\b)"
    rf"|\b(?:{AGENT}|ice)\b(?![^.;\n]{{0,20}}\b(?:not|never|wasn't|isn't)\b)[^.;\n]{{0,40}}\b{NEAR}\b",
    re.I,
)
"""A dump or a spill agent by the words for it, or what takes the heat away in one movement."""

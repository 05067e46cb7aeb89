"""Substances outside the catalogue: by CAS number, structure or systematic name, only when asked for.

Systematic names are read by OPSIN in one process that is kept (a Java start takes about a second, a name
ten milliseconds). Where Java or the package is missing, such a name stays unresolved.
"""

from __future__ import annotations

import atexit
import os
import re
import select
import shutil
import subprocess
import threading
from dataclasses import dataclass, field
from functools import lru_cache
from pathlib import Path

from rdkit import Chem, rdBase

from northsquall import patterns
from northsquall.chemistry.formula import mass_of, parse_formula
from northsquall.chemistry.roots import roots
from northsquall.substances.catalogue import Catalogue, Substance, canonical_smiles, formula_of_smiles

CAS = patterns.compile(r"\d{2,7}-\d{2}-\d")
STRUCTURE = patterns.compile(r"[A-Za-z0-9@+\-\[\]\(\)=#$%/\\.]+")
WAIT_S = 8.0


@dataclass
class Resolution:
    """A substance, or candidates, or the reason why there is none."""

    substance: Substance | None = None
    how: str = ""
    candidates: list[str] = field(default_factory=list)
    reason: str = ""


def cas_holds(cas: str) -> bool:
    """Whether the check digit of a CAS number is right."""
    digits = cas.replace("-", "")
    return digits.isdigit() and sum(i * int(d) for i, d in enumerate(reversed(digits[:-1]), 1)) % 10 == int(digits[-1])


def of_structure(smiles: str, name: str) -> Substance:
    """A substance that is known by its structure alone. Raises ValueError for what is no structure."""
    flat = canonical_smiles(smiles)
    formula = formula_of_smiles(flat)
    count: dict[str, float] = {}
    for fragment in flat.split("."):
        key = {"O": "H2O"}.get(fragment, fragment)
        count[key] = count.get(key, 0.0) + 1.0
    return Substance(name, [name], formula, "s", mass_of(parse_formula(formula)), count, flat if "." not in flat else None, soluble=False)


class _Names:
    """The kept process that reads systematic names."""

    def __init__(self) -> None:
        self.process: subprocess.Popen[bytes] | None = None
        self.missing = False
        self.lock = threading.Lock()

    def start(self) -> bool:
        if self.missing:
            return False
        if self.process is not None and self.process.poll() is None:
            return True
        try:
            import py2opsin  # type: ignore[import-untyped]
        except ImportError:
            self.missing = True
            return False
        jars = sorted(Path(py2opsin.__file__).parent.glob("*.jar"))
        java = shutil.which("java")
        if not java or not jars:
            self.missing = True
            return False
        self.process = subprocess.Popen(
            [java, "-Xmx128m", "-jar", str(jars[0]), "-osmi"], stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL
        )
        atexit.register(self.stop)
        return True

    def stop(self) -> None:
        if self.process is not None and self.process.poll() is None:
            self.process.kill()
            self.process.wait()
        self.process = None

    def read(self, name: str) -> str | None:
        """SMILES of a name, or None where it is none or no reader is installed. Raises TimeoutError where the reader did not answer."""
        with self.lock:
            if not self.start() or self.process is None or self.process.stdin is None or self.process.stdout is None:
                return None
            try:
                self.process.stdin.write(name.replace("\n", " ").encode() + b"\n")
                self.process.stdin.flush()
                ready, _, _ = select.select([self.process.stdout], [], [], WAIT_S)
                if not ready:
                    raise TimeoutError(f"no answer within {WAIT_S:g} s")
                return os.fsdecode(self.process.stdout.readline()).strip() or None
            except OSError as e:
                self.stop()
                raise TimeoutError(str(e)) from e


_names = _Names()


def structure_of_name(name: str) -> str | None:
    """SMILES of a systematic name, or None where it cannot be read, is no structure that can exist, or no reader is installed.

    A reader that does not answer in time, on a busy machine, is asked once more; that it did not answer is not kept.
    """
    for _ in range(2):
        try:
            return _structure(name)
        except TimeoutError:
            continue
    return None


ANILIDE = patterns.compile(r"(?!.*['′]).*[a-z]acetanilide", re.I)
ON_THE_RING = patterns.compile(r"(?<![\w'′])([3-6]|2(?!-(?:chloro|bromo|iodo|fluoro|hydroxy)acetanilide))(?=[,-])")


def _primed(name: str) -> str:
    """ "4-fluoroacetanilide" as "4'-fluoroacetanilide": a bench name counts round the ring, and the reader counts along the acetyl group.

    "2-chloroacetanilide" may be either, and stays as it is.
    """
    return ON_THE_RING.sub(r"\1'", name) if ANILIDE.fullmatch(name) else name


@lru_cache(maxsize=2000)
def _structure(name: str) -> str | None:
    if not 3 <= len(name) <= 200 or not re.search(r"[a-z]{3}", name):
        return None
    smiles = _names.read(_primed(name))
    return smiles if smiles is not None and _can_exist(smiles) else None


@lru_cache(maxsize=1024)
def _can_exist(smiles: str) -> bool:
    """Whether every valence is allowed, and no end is left open: the reader takes a misspelt "bromaphenol" for a ring with three bonds on bromine, and "polypropylene" for a piece of its chain."""
    if "*" in smiles:
        return False
    with rdBase.BlockLogs():
        return Chem.MolFromSmiles(smiles) is not None


def looks_systematic(name: str) -> bool:
    """Whether a name is worth asking the reader for: locants, brackets, or a chemist's ending."""
    return bool(
        re.search(r"\d[,'′]?\d*-|\(|-\d", name)
        or re.search(
            r"(?:ane|ene|yne|ol|one|al|oate|amide|amine|nitrile|oic acid|carboxylic acid|[a-z]{3,}ate|[a-z]{4,}imide|[a-z]{4,}oxide|ketone|hydrazine|quinoline|indole|furan|thiophene|imidazole|piperidine|yl \w+ide|benzene|phenol|aniline|toluene|pyridine|ether|chloride|bromide|iodide)$",
            name.lower(),
        )
    )


LOCANTS = {"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6}
SPOKEN_LOCANT = patterns.compile(r"\b(one|two|three|four|five|six)-(?=[a-z]{4})", re.I)
"""A locant as it is said: "four-nitrobenzyl alcohol"."""


SPOKEN_PAIR = patterns.compile(r"\b(one|two|three|four|five|six)(?:, ?|-| )(one|two|three|four|five|six)-(?=[a-z]{4})", re.I)
"""Two locants as they are said: "two,four-dichlorobenzaldehyde"."""


def resolve(text: str, catalogue: Catalogue) -> Resolution:
    """What a name, CAS number or structure means. Never raises for a string."""
    text = SPOKEN_PAIR.sub(lambda m: f"{LOCANTS[m[1].lower()]},{LOCANTS[m[2].lower()]}-", text)
    name = SPOKEN_LOCANT.sub(lambda m: f"{LOCANTS[m[1].lower()]}-", " ".join(text.split()))
    ambiguous = catalogue.ambiguous.get(name.lower())
    if ambiguous and not ambiguous[1]:
        return Resolution(candidates=ambiguous[0], reason=f"“{name}” means more than one substance")
    found = catalogue.find(name)
    if found is not None:
        return Resolution(found, "catalogue", candidates=ambiguous[0] if ambiguous else [])
    if CAS.fullmatch(name):
        if not cas_holds(name):
            return Resolution(reason=f"the check digit of CAS {name} is wrong")
        return Resolution(reason=f"CAS {name} is in no catalogue here")
    if " " not in name and STRUCTURE.fullmatch(name) and re.search(r"[=#()\[\]\d]|^[BCNOPSFI][A-Zclnos]", name) and name not in roots():
        with rdBase.BlockLogs():
            mol = Chem.MolFromSmiles(name)
        if mol is not None and mol.GetNumAtoms() >= 2:
            flat = canonical_smiles(name)
            key = catalogue.by_smiles.get(flat)
            return (
                Resolution(catalogue.substances[key], "structure")
                if key
                else Resolution(of_structure(name, formula_of_smiles(flat)), "structure")
            )
    if looks_systematic(name):
        smiles = structure_of_name(name)
        if smiles:
            flat = canonical_smiles(smiles)
            key = catalogue.by_smiles.get(flat)
            return (
                Resolution(catalogue.substances[key], "systematic name")
                if key
                else Resolution(of_structure(smiles, name), "systematic name")
            )
    return Resolution(reason=f"“{name}” is in no catalogue")


__all__ = ["LOCANTS", "Resolution", "cas_holds", "of_structure", "resolve", "structure_of_name"]

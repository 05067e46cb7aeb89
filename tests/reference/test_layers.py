"""Where a substance goes when it is shaken with ether and water, or distilled: against solubilities and boiling points outside the project."""

from __future__ import annotations

import pytest

from northsquall.chemistry.ledger import Stream
from northsquall.chemistry.walk import split_layers, split_steam, split_volatile
from northsquall.substances import catalogue

ETHER, WATER = "CCOCC", "H2O"

# Solubility in water at 20 to 25 °C, g/L: CRC Handbook of Chemistry and Physics, aqueous solubility of organic compounds; from memory, not re-read.
SPARINGLY = {
    "nitrobenzene": 1.9, "4-nitrotoluene": 0.4, "benzaldehyde": 6.9, "acetophenone": 6.1, "cyclohexanone": 24.0, "anisole": 1.5, "bromobenzene": 0.4, "chlorobenzene": 0.5, "methyl benzoate": 2.1, "toluene": 0.5,
    "cyclohexene": 0.2, "1-bromobutane": 0.9, "benzonitrile": 2.0, "dichloromethane": 13.0, "chloroform": 8.0, "naphthalene": 0.03,
}  # fmt: skip
MIXES = ["methanol", "ethanol", "acetone", "acetonitrile", "dimethyl sulfoxide", "glycerol", "urea", "formic acid", "ethylene glycol"]
"""With water in every proportion, or more than a kilogram a litre (facts of the trade)."""


def root_of(name: str) -> str:
    s = catalogue().find(name)
    assert s is not None and s.smiles is not None, name
    return s.smiles


@pytest.mark.parametrize("name", SPARINGLY, ids=str)
def test_what_hardly_dissolves_in_water_goes_into_the_organic_layer(name: str) -> None:
    organic, aqueous = split_layers(Stream({root_of(name): 0.1, ETHER: 1.0, WATER: 10.0}))
    assert organic.roots[root_of(name)] > 0.099 and aqueous.roots.get(root_of(name), 0.0) < 1e-3


@pytest.mark.parametrize("name", MIXES, ids=str)
def test_what_mixes_with_water_stays_in_it(name: str) -> None:
    organic, aqueous = split_layers(Stream({root_of(name): 0.1, ETHER: 1.0, WATER: 10.0}))
    assert aqueous.roots[root_of(name)] > 0.095 and organic.roots.get(root_of(name), 0.0) < 0.005


@pytest.mark.parametrize("salt", [{"Na+": 1.0, "Cl-": 1.0}, {"K+": 1.0, "Br-": 1.0}, {"Na+": 2.0, "SO4-2": 1.0}])
def test_salts_stay_in_water_but_for_the_drops_that_are_carried_over(salt: dict[str, float]) -> None:
    organic, aqueous = split_layers(Stream({**salt, ETHER: 5.0, WATER: 50.0}))
    for ion, n in salt.items():
        assert organic.roots.get(ion, 0.0) + aqueous.roots[ion] == pytest.approx(n)
        assert organic.roots.get(ion, 0.0) == pytest.approx(0.02 * n, abs=0.02 * n)


@pytest.mark.parametrize(
    ("acid", "salt"), [("benzoic acid", "sodium hydroxide"), ("2-naphthol", "sodium hydroxide"), ("aniline", "hydrochloric acid")]
)
def test_a_salt_of_an_acid_or_a_base_is_in_the_water(acid: str, salt: str) -> None:
    """Extraction with alkali or acid takes out acids, phenols and amines (common practice, no source)."""
    s = catalogue().substances[salt]
    charge = {k: 2.0 * n for k, n in s.parts.items()}
    charge[WATER] = charge.get(WATER, 0.0) + 20.0
    _organic, aqueous = split_layers(Stream({root_of(acid): 1.0, ETHER: 5.0, **charge}))
    assert aqueous.roots[root_of(acid)] > 0.95
    free, _ = split_layers(Stream({root_of(acid): 1.0, ETHER: 5.0, WATER: 20.0}))
    assert free.roots[root_of(acid)] > 0.95


# Boiling points at 1 atm, °C: CRC Handbook of Chemistry and Physics, physical constants of organic compounds; from memory, not re-read.
BOIL = {
    "nitromethane": 101.2,
    "nitrobenzene": 210.8,
    "toluene": 110.6,
    "ethyl acetate": 77.1,
    "cyclohexanone": 155.4,
    "benzaldehyde": 178.8,
    "acetic acid": 117.9,
    "1-butanol": 117.7,
}


@pytest.mark.parametrize(("name", "boils"), BOIL.items(), ids=lambda x: str(x))
def test_what_boils_below_the_pot_comes_over_and_the_rest_stays(name: str, boils: float) -> None:
    stream = {root_of(name): 1.0, "Na+": 0.1, "Cl-": 0.1}
    cold, hot = split_volatile(Stream(dict(stream)), boils - 15.0), split_volatile(Stream(dict(stream)), boils + 5.0)
    assert cold[0].roots.get(root_of(name), 0.0) == 0.0 and cold[1].roots[root_of(name)] == 1.0
    assert hot[0].roots[root_of(name)] == 1.0 and hot[1].roots.get(root_of(name), 0.0) == 0.0
    assert all(part[0].roots.get("Na+", 0.0) == 0.0 for part in (cold, hot))  # a salt is not distilled


@pytest.mark.parametrize(
    ("name", "over"),
    [("nitrobenzene", True), ("2-nitrophenol", True), ("bromobenzene", True), ("glycerol", False), ("ethylene glycol", False)],
)
def test_steam_takes_what_does_not_mix_with_water(name: str, over: bool) -> None:
    """Steam distillation carries what is immiscible with water (common practice, no source); glycols stay."""
    goes, stays = split_steam(Stream({root_of(name): 0.5, WATER: 20.0}))
    assert (goes.roots.get(root_of(name), 0.0) > 0.4) is over
    assert goes.roots.get(root_of(name), 0.0) + stays.roots.get(root_of(name), 0.0) == pytest.approx(0.5)

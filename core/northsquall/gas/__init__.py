"""Gas from the equations to the room: release, closed vessels, the gas line, exposure (handbook 2.7)."""

from northsquall.gas.records import GasRecord, record_of
from northsquall.gas.release import Release, releases
from northsquall.gas.review import GasReview, review

__all__ = ["GasRecord", "GasReview", "Release", "record_of", "releases", "review"]

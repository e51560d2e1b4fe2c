"""The published sources, by id, that rules and checks name."""

from __future__ import annotations

SOURCES: dict[str, str] = {
    "practice": "Common practice, no source.",
    "assumption": "Our assumption, near to common practice; no source gives these numbers.",
    "acsm2011": (
        "Garber et al., ACSM position stand, Med Sci Sports Exerc 2011;43:1334-59 "
        "(frequency 2 to 3 days a week per major muscle group, 48 h between; from memory)."
    ),
    "acsm2009": (
        "ACSM position stand on progression, Med Sci Sports Exerc 2009;41:687-708: 2 to 10 % more "
        "load, more than 15 reps for local endurance, multi-joint before single-joint work (from "
        "memory)."
    ),
    "who2020": (
        "WHO guidelines on physical activity and sedentary behaviour, 2020: muscle-strengthening "
        "of all major groups on 2 or more days a week (from memory). Sets are not in it: how many "
        "make a day or a week is our assumption."
    ),
    "schoenfeld2017": (
        "Schoenfeld, Ogborn, Krieger, J Sports Sci 2017;35:1073-82: graded response to weekly "
        "sets; under 5 gained about 5.4 %, 5 to 9 about 6.6 %, 10 or more about 9.8 % (from "
        "memory). Floor and ceiling here are our assumption."
    ),
    "pelland2025": (
        "Pelland et al., Sports Medicine 2025: fractional counting of sets, an assisting muscle "
        "as one half (from memory)."
    ),
    "nsca4": (
        "NSCA Essentials of Strength Training and Conditioning, 4th ed.: ground contacts a session "
        "80 to 100 for beginners, 100 to 120 intermediate, 120 to 140 advanced; 48 to 72 h "
        "between (from memory). The cap of a week is our assumption."
    ),
    "robbins2010": (
        "Robbins et al., Sports Med 2010;40:565-84, on agonist and antagonist paired sets (from "
        "memory). Shares and counts here are our assumption."
    ),
    "jeffreys2007": (
        "Jeffreys, Professional Strength and Conditioning 2007;6:12-18: raise, activate, mobilise, "
        "prepare (from memory). Minutes here are common practice."
    ),
    "tabata1996": (
        "Tabata et al., Med Sci Sports Exerc 1996;28:1327-30: 7 to 8 bouts of 20 s with 10 s rest "
        "(from memory)."
    ),
}

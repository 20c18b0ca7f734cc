"""What a radio's memory mode cannot show of a channel."""

from vocator.core.goals.goal import Goal
from vocator.core.planning.routes import Routes, binding_for
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


def unseen(twin: Twin, goal: Goal) -> list[str]:
    """Name the stored values that this radio's memory mode cannot show."""
    facts = {r.fact for r in twin.profile.icons}
    facts |= {"signalling"} if "sent" in facts else set()
    tone = goal.channel.tone
    limits = []
    if not facts & {"tone_use", "signalling"}:
        limits.append("the read-back shows neither tone nor code, nor that there is none")
    else:
        for word, used in (("tone", tone.tone_tx or tone.tone_rx), ("code", tone.dcs_tx or tone.dcs_rx)):
            if used:
                limits.append(f"the read-back shows that a {word} is used, not which: memory mode does not open it")
    limits += _offset_unseen(twin, goal, facts)
    for fact in ("width", "power"):
        if fact not in facts and twin.profile.setting_for(Means(fact)) is not None:
            limits.append(f"the read-back does not show the {fact}")
    if twin.profile.free_keys:
        limits.append(
            f"a free key held by mistake while a value is open is given to it, and only {twin.profile.common.assigned} tells so at that moment"
        )
    if goal.channel.label and not twin.reverse_icons and Routes(twin).presses(twin.memory, "reverse") is not None:
        limits.append("a reverse switched on by mistake after the name is not shown: the name covers the frequency")
    picker = next((x for x in twin.pickers if binding_for(x, "write")), None)
    if picker is not None and binding_for(picker, "erase") is not None:
        limits.append(
            "a wrong key in the list of slots can change the one it stands on: if you pressed one, look at that slot too"
        )
    show = twin.profile.setting_for(Means.SHOW)
    if show is not None:
        limits.append(f"with {twin.settings[show].name} at another value than the frequency, memory mode shows that instead")
    return limits


def _offset_unseen(twin: Twin, goal: Goal, facts: set[str]) -> list[str]:
    """Say whether the send side can be read in memory mode: by reverse, by the sign alone, or not at all."""
    if goal.channel.is_simplex or Routes(twin).presses(twin.memory, "reverse") is not None:
        return []
    if not facts & {"shift", "split"}:
        return ["the read-back does not show the send side"]
    return ["the read-back shows the sign, not the offset: memory mode does not open it"]

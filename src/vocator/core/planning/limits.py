"""What a radio's memory mode cannot show of a channel."""

from vocator.core.goals.goal import Goal
from vocator.core.goals.limit import Limit, Unseen
from vocator.core.planning.routes import Routes, binding_for
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


def unseen(twin: Twin, goal: Goal) -> list[Limit]:
    """Name the stored values that this radio's memory mode cannot show."""
    facts = {r.fact for r in twin.profile.icons}
    facts |= {"signalling"} if "sent" in facts else set()
    tone = goal.channel.tone
    limits = []
    if not facts & {"tone_use", "signalling"}:
        limits.append(Limit("the read-back shows neither tone nor code, nor that there is none", Unseen.TONE, Unseen.CODE))
    else:
        for of, used in ((Unseen.TONE, tone.tone_tx or tone.tone_rx), (Unseen.CODE, tone.dcs_tx or tone.dcs_rx)):
            if used:
                limits.append(Limit(f"the read-back shows that a {of} is used, not which: memory mode does not open it", of))
    limits += _offset_unseen(twin, goal, facts)
    for fact in ("width", "power"):
        if fact not in facts and twin.profile.setting_for(Means(fact)) is not None:
            limits.append(Limit(f"the read-back does not show the {fact}", Unseen(fact)))
    if twin.profile.free_keys:
        words = f"a free key held by mistake while a value is open is given to it, and only {twin.profile.common.assigned} tells so at that moment"
        limits.append(Limit(words, Unseen.FREE_KEYS))
    if goal.channel.label and not twin.reverse_icons and Routes(twin).presses(twin.memory, "reverse") is not None:
        words = "a reverse switched on by mistake after the name is not shown: the name covers the frequency"
        limits.append(Limit(words, Unseen.REVERSE))
    limits += _other_side_unseen(twin)
    picker = next((x for x in twin.pickers if binding_for(x, "write")), None)
    if picker is not None and binding_for(picker, "erase") is not None:
        words = "a wrong key in the list of slots can change the one it stands on: if you pressed one, look at that slot too"
        limits.append(Limit(words, Unseen.OTHER_SLOT))
    show = twin.profile.setting_for(Means.SHOW)
    if show is not None:
        words = f"with {twin.settings[show].name} at another value than the frequency, memory mode shows that instead"
        limits.append(Limit(words))
    return limits


def _other_side_unseen(twin: Twin) -> list[Limit]:
    """Name the keys that change the band of a side also where it stands in memory mode, which shows nothing of it."""
    keys = dict.fromkeys(b.press.key for b in twin.screens[twin.memory].bind if b.verb == "unit_band")
    if not keys:
        return []
    words = f"{' or '.join(keys)} held by mistake changes the band of that side; in memory mode it shows only once you go back to VFO mode there"
    return [Limit(words, Unseen.OTHER_BAND)]


def _offset_unseen(twin: Twin, goal: Goal, facts: set[str]) -> list[Limit]:
    """Say whether the send side can be read in memory mode: by reverse, by the sign alone, or not at all."""
    if goal.channel.is_simplex or Routes(twin).presses(twin.memory, "reverse") is not None:
        return []
    if not facts & {"shift", "split"}:
        return [Limit("the read-back does not show the transmit side", Unseen.SHIFT)]
    return [Limit("the read-back shows the sign, not the offset: memory mode does not open it", Unseen.SHIFT)]

/**
 * Raised whenever a stand-in, with the same document, level, seed and engine, presses other keys than before.
 *
 * 1: as with version 7 of the engine; before that, changes of stand-ins raised the version of the engine.
 * 2: who wants something that goes its way goes to where both meet, and waits there as long as nothing else comes; before, it went
 *    to where the thing was just then, and stood still once it was where it would be met.
 * 3: who flaps looks where a flap takes it before walls that lie ahead as well; before, only beside walls in its own column, and
 *    most flew into the first edge on their way.
 * 4: what never moves and goes on and off has a beat like what walks (its time of standing grew for ever, so that no two moments
 *    of it were alike), and goes off again when it has come, as long as it did before; what has come or gone otherwise than it was
 *    foreseen upsets a plan; what stands out from the start is watched first by those who watch; whoever is held up again and
 *    again minds danger less; a follower that only seems to follow is believed to do so for less long.
 * 5: what stands out is only watched where the way ahead leads through it, not anywhere on the screen; a change of what is wanted
 *    that comes up while one makes sure whether to watch is no longer lost.
 * 6: a search for a plan that has looked at much hurries on to later times, instead of ending where it was when its looks were
 *    used up, with a plan of half a second; who looks far ahead plays better for it, and most where much presses.
 * 7: who tries again keeps more in mind: which places led on over slides, by which beat things went from the start of a try, and
 *    what ended the tries before. Before, whoever slid forgot the way with the first goal, and took what a thing had done just
 *    before a try ended for what it does when the next begins. First tries are the same.
 * 8: what walks is expected to turn where its front comes to a wall or to a ledge, not its middle: everybody was wrong by half a body
 *    about where and when things turn, and the better they planned the more often they landed on a walker that came back. Who flaps
 *    weighs not flapping at all, too; before, it flew up into edges under which it would have fallen. Who fires along a fixed line
 *    leads what goes in jerks by the length and the time of a jerk, knows that targets turn back, waits while its aim still gets
 *    better, and fires astray no farther than it aims amiss; and forgets what it aimed at when a run ends, so that no run depends on
 *    the one before. Whoever jumps and comes down on the very brink runs on; before, such jumps were no way, and a jump a little
 *    higher or lower could leave a level without any.
 * 9: what comes and goes on the way still ahead has its price, there or not: the time for which it is waited for, and what it costs
 *    to pass it. Before, only what a plan reached was paid, and the rest of the way was free whenever nothing stood there, so that
 *    whoever thought farther ahead found waiting before the first of several jets no worse than passing it, and waited for ever.
 *    Going aslant is weighed by how close it comes halfway, too, not only in the two cells: corners round what harms were cut into
 *    it. Whoever walks beside the line of the plan goes back to it at once, not only shortly before the next cell; and a plan begins
 *    where the body is, not in the middle of its cell: beside a hunter half a cell is the whole lead, and the better players, who
 *    plan anew most often, began from a wrong place most often. Who flaps weighs a flap together with those that follow it: alone,
 *    one that comes a little later always seemed to hold it up better, so that it was put off until it was too late, at some tick
 *    rates by nearly everybody (72 a second: experts cleared 9 % of what they clear to 91 % at 60).
 * 10: what steps aside before it goes back has turned, too, as ranks do at a wall; it goes back next time as well; and nothing turns
 *    at a place that it is only leaving. The time between two jerks is taken from several of them. Who fires along a fixed line goes to
 *    where the target will be when it gets there, not to where it is hit from just now. Before, the better players aimed at ranks no
 *    better than anybody (of 100 runs of the starter's ranks: 46, 67, 65 and 70 from novice to expert; 82, 96, 92 and 96 now).
 * 11: what carries is foreseen to go back where it has landed, after a pause like its last one, or as it went in its last round; it
 *    is stepped on and off only where it lies for a little longer; and a plan over water is made anew when it goes otherwise. Before,
 *    it was taken to go straight on for ever, and ferries were hardly ever used. Whoever steers by pointing stands still on it
 *    without pointing at where it was. What is shown to be after somebody and has stood for two seconds since is not feared as a
 *    hunter. Points that a touch brings are wanted where points win. Whoever is in the cell of what it wants and does not touch it
 *    goes to the middle: before, some stood beside a pail at the brink until the time was up.
 */
export const STAND_IN_VERSION = 11;

package safety

import (
	"emblo/core/room"
	"emblo/core/say"
)

// Precaution is one thing that an adult must do, by its id, with the figure that stands in its sentence: what is kept
// of a verdict goes by these two, and by no word, so that a sentence can be said better without a plan showing as
// changed.
type Precaution struct {
	ID string
	// Figure is what stands in the sentence in a written form that no language changes: "2", "milk,egg"; empty where
	// nothing varies.
	Figure string
	say    say.Text
	takes  room.Routine // the habits that meet it, all of them; none for one that is in no routine
}

// Say returns what is done, as a clause.
func (p Precaution) Say() say.Text { return p.say }

// Sentences returns what is done, in order.
func Sentences(all []Precaution) []say.Text {
	out := make([]say.Text, len(all))
	for i, p := range all {
		out[i] = p.say
	}
	return out
}

// Key is the id with the figure: "adults-found:2".
func (p Precaution) Key() string {
	if p.Figure == "" {
		return p.ID
	}
	return p.ID + ":" + p.Figure
}

// Is reports whether two precautions are one: they have one key.
func (p Precaution) Is(other Precaution) bool { return p.ID == other.ID && p.Figure == other.Figure }

// joined are ids of precautions that another one says by now: the key of that one.
var joined = map[string]string{"balls-counted": "pieces-counted", "counted-swept": "pieces-counted",
	"counted-sieved": "pieces-counted"}

// KeyNow returns the key of now for one that was kept.
func KeyNow(key string) string {
	if now, ok := joined[key]; ok {
		return now
	}
	return key
}

// with returns the precaution with the figure in its sentence, and with what it is in words.
func (p Precaution) with(figure string, words say.Text) Precaution {
	p.Figure, p.say = figure, say.F(p.say, words)
	return p
}

// must declares a precaution, and the habits of a routine that meet it, where some do. One that counts, measures,
// times, picks out one child or asks for something that has to be at hand is in no routine.
func must(id string, words say.Text, habits ...room.Habit) Precaution {
	return Precaution{ID: id, say: words, takes: room.RoutineOf(habits...)}
}

// meets reports whether a routine is all that the precautions of a finding ask for. Where there is none it is not:
// nobody has said what the hand does.
func meets(r room.Routine, all []Precaution) bool {
	for _, p := range all {
		if p.takes == 0 || !r.Covers(p.takes) {
			return false
		}
	}
	return len(all) > 0
}

// sealedWatch is the condition that a sealed thing needs.
func sealedWatch(q *question) Precaution {
	if q.mouths {
		return doWatchSealedReach
	}
	return doWatchSealed
}

// counted returns the precaution of counting, or what stands for it where the thing is poured into a vessel: nobody
// counts a tub of beans.
func (q *question) counted(p Precaution) Precaution {
	if _, poured := q.facts.Depth.Get(); poured {
		return doSieved
	}
	return p
}

// The floor and the tub.
var (
	doMatUnder = must("mat-under", "A mat or large cloth underneath; shoes or bare feet, no socks",
		room.FloorCovered)
	doSweepAsItFalls = must("sweep-as-it-falls", "Wipe or sweep as it falls; nobody runs beside it",
		room.FloorCovered, room.SieveAndSweep)
	doAdultAtTub           = must("adult-at-tub", "An adult sits at the tub", room.AdultSeated)
	doAdultAtTubThroughout = must("adult-at-tub-throughout", "An adult sits at the tub the whole time",
		room.AdultSeated)
	doEverybodySits = must("everybody-sits", "Everybody sits while it is out; no running, no filled mouths",
		room.AdultSeated)
	doHandsOverTub = must("hands-over-tub", "Hands work over the tub; nobody lies in it", room.HandsOver,
		room.NobodyLies)
	doGrainsLookedFor = must("grains-looked-for", "Look for grains on faces and in cuffs before leaving",
		room.HandsOver)
	doPourLow      = must("pour-low", "Pour low; no blowing, no clapping hands", room.HandsOver)
	doDampTheCloud = must("damp-the-cloud", "Damp it at the first cloud", room.DampCloth)
	doDampCloths   = must("damp-cloths", "A damp cloth each within reach; rinse eyes with water, do not rub",
		room.DampCloth)
	doFillWhereItStands = must("fill-where-it-stands", "Fill it where it stands and empty it by the scoop")
	doStepBeside        = must("step-beside",
		"Set it on the floor with a firm step beside it, an adult next to the youngest")
	doWaterDepth = must("water-depth",
		"No deeper than 20 mm, or emptied at once; never over 250 mm under 36 months")
	doReachOfWater = must("reach-of-water", "An adult within arm's reach of the water, facing it")
	doEmptyAtEnd   = must("empty-at-end", "Empty it the moment play ends")
)

// Hands, mouths and skin.
var (
	doNoTasting       = must("no-tasting", "No tasting; hands washed straight after", room.HandsWashed)
	doSoresCovered    = must("sores-covered", "Sores covered; hands washed after", room.HandsWashed)
	doPacketWithAdult = must("packet-with-adult", "No tasting; the packet stays with the adult")
	doHandedOut       = must("handed-out", "Hand out {grams} g to a child at the most, and take every piece back")
	doNeverLeft       = must("never-left", "Never leave it with the children; no tasting")
	doMouthfulAdvice  = must("mouthful-advice", "Call for advice if a mouthful is swallowed")
	doBeansAdvice     = must("beans-advice", "Call for advice if beans are swallowed")
	doSkinPatch       = must("skin-patch", "Check a patch of skin first, and read the label")
	doHandsFromFaces  = must("hands-from-faces", "Hands away from faces; rinse, do not rub, an eye")
	doGloves          = must("gloves", "Gloves, and hands washed after")
	doGlovesLocked    = must("gloves-locked", "Gloves; locked away before children come")
	doSurfacesHot     = must("surfaces-hot", "Gloves, boards and surfaces washed hot after")
	doSoreSkinCovered = must("sore-skin-covered", "Gloves that fit, or a sealed bag, for the child with sore skin")
	doCutsCreamed     = must("cuts-creamed", "Cuts covered; hands rinsed and creamed after")
	doApronsOn        = must("aprons-on", "Aprons on; hands washed straight after", room.HandsWashed)
	doPlantHands      = must("plant-hands",
		"Nothing of it near mouths or eyes; hands washed straight after, gloves where skin is sore")
	doDyedDry       = must("dyed-dry", "Let dyed things dry; dab on white paper before hands go in")
	doStainOil      = must("stain-oil", "Plant oil lifts it from skin: check that oil against the allergies first")
	doWashBeforeSun = must("wash-before-sun", "Indoors or in the shade; hands and arms washed before going out")
	doInhaler       = must("inhaler",
		"Outdoors or by an open window, damp where it can be; the child's inhaler at hand")
	doSaidBeforePlay = must("said-before-play", "Said to the children before play; counted, and never near a snack")
)

// What stays with the adult.
var (
	doAdultsTool         = must("adults-tool", "An adult's tool: never in a child's hand")
	doAdultsHand         = must("adults-hand", "It stays in the adult's hand")
	doAdultsHandWashed   = must("adults-hand-washed", "It stays in the adult's hand; wash hands after")
	doAdultsHandSurfaces = must("adults-hand-surfaces",
		"It stays in the adult's hand; wash hands and surfaces afterwards")
	doAdultBetweenUses = must("adult-between-uses", "It stays with the adult between uses")
	doAdultAloneDry    = must("adult-alone-dry", "Only the adult handles it; aired and fully dry before play")
	doAdultOpens       = must("adult-opens", "The adult opens it before it comes near a child")
	doAdultMixesIn     = must("adult-mixes-in", "Mixed into dough by the adult, never loose")
	doOneDrop          = must("one-drop", "At most one drop, mixed in by the adult; the bottle locked away")
	doExtractsByDrop   = must("extracts-by-drop", "Extracts by the drop, the bottle out of reach")
	doBottleLocked     = must("bottle-locked", "Lid glued or bag doubled and taped; the bottle locked away")
	doUnplugged        = must("unplugged", "Unplugged and out of reach before children come to the counter")
	doOutOfReachHot    = must("out-of-reach-hot", "Out of reach of the children, also while it cools")
	doNoFire           = must("no-fire", "No flour in the air, no cotton, gel or paper beside it")
	doSaltWithAdult    = must("salt-with-adult", "Salt stays in the adult's hand; warm cloths at hand")
	doAdultHandsOut    = must("adult-hands-out", "An adult hands them out one by one and counts the backing")
)

// Watching, counting, looking over.
var (
	doWatchSealedReach = must("watch-sealed-reach",
		"Lid glued or bag doubled and taped on every edge; an adult stays within arm's reach")
	doWatchSealed = must("watch-sealed",
		"Lid glued or bag doubled and taped on every edge; look it over before use")
	doSealOver       = must("seal-over", "Look the seal over before use")
	doFacesSeen      = must("faces-seen", "An adult sees faces the whole time")
	doNeverRoundNeck = must("never-round-neck",
		"Never round a neck, never tied; an adult sees faces the whole time")
	doTakenIn       = must("taken-in", "Never round a neck; taken in as soon as play ends")
	doBreaths       = must("breaths", "An adult counts breaths: out only")
	doOnePieceTried = must("one-piece-tried", "Only the one piece that was tried is in reach")
	doWadsInView    = must("wads-in-view", "An adult keeps each wad in view and takes it in at the end")
	doIceTakenOut   = must("ice-taken-out", "An adult takes pieces out before they are the size of a mouthful")
	doPiecesCounted = must("pieces-counted", "Count them out and count them in; sweep the floor for strays")
	doSieved        = must("sieved", "Sieve it after play and sweep the floor for strays")
	doCountedScraps = must("counted-scraps", "Count every one; take scraps away at once")
	doCutFirst      = must("cut-first",
		"Cut it first: what is round into quarters lengthways, the rest into strips thinner than a finger")
	doCountedBack = must("counted-back", "Count it back in")
	doScrewTried  = must("screw-tried", "Try the screw before play; count them back in")
	doCasesOver   = must("cases-over", "Look over every case for cracks before and after; count them")
	doOverComeOff = must("over-come-off", "Look it over before and after; take out what has come off at once")
	doBiteMarks   = must("bite-marks", "Look for bite marks; throw away what crumbles")
	doOverEachUse = must("over-each-use",
		"Looked over before each use; a cut is washed and a health professional asked about tetanus")
	doOverLens   = must("over-lens", "Looked over for scratches and a loose lens")
	doOverTears  = must("over-tears", "Looked over for tears before play")
	doRimsFelt   = must("rims-felt", "Feel round every rim first; tape or leave out what scratches")
	doEdgesTaped = must("edges-taped", "Taped flat on every edge, or the adult holds it")
	doTwoHoles   = must("two-holes", "Give it two holes or take another shape")
	doFingersOut = must("fingers-out", "Fingers stay out of the holes; soapy water loosens one that is in")
	doHoleSealed = must("hole-sealed",
		"The hole sealed, or squeezed out and dried; thrown away when anything dark comes out")
	doSeatedNeverWalking = must("seated-never-walking",
		"Everybody sits with it; nobody walks with one in a hand or a mouth", room.AdultSeated)
	doSeatedOneByOne = must("seated-one-by-one", "Sitting down, one child at a time, the adult beside")
	doLowTwoHands    = must("low-two-hands", "Low down on a mat, two hands; nothing is thrown")
	doNeverToSun     = must("never-to-sun", "Never towards the sun; put away in the dark")
	doShadeFelt      = must("shade-felt", "Indoors or in the shade; felt with the back of an adult's hand first")
	doWaterAimed     = must("water-aimed", "Plain water only, aimed at the tub")
	doHiddenShown    = must("hidden-shown", "Show what is hidden before play; no tasting")
)

// What it is, how it is kept, and who has it.
var (
	doPacketFree        = must("packet-free", "Read this packet: use it only if it is labelled free of {allergens}")
	doPacketRead        = must("packet-read", "Read this packet for {allergens}; it stays in the adult's hand")
	doPacketSays        = must("packet-says", "Only from the packet whose label says so: read it before it goes in")
	doLabelLists        = must("label-lists", "List every ingredient and allergen on the label")
	doLabelKeepFrom     = must("label-keep-from", "Say on the label: keep from younger children and pets")
	doOwnPortion        = must("own-portion", "An own portion or tray each, with the child's letters")
	doOneEach           = must("one-each", "One each, marked with the child's letters; thrown away or boiled after")
	doOneEachMouthing   = must("one-each-mouthing", "One for each child who mouths; emptied and dried after")
	doThrownAwaySession = must("thrown-away-session", "Thrown away after this session")
	doThrownAway        = must("thrown-away", "Thrown away after this")
	doMendOrThrow       = must("mend-or-throw", "Mend it or throw it away after this")
	doMadeToday         = must("made-today", "Made today, chilled, never kept warm; what is left is thrown away")
	doWashedFirst       = must("washed-first", "Washed or wiped and dried first; what was mouthed is taken out")
	doInsectsLookedFor  = must("insects-looked-for",
		"Spread it on a tray and look: webs, grubs, clumps or a musty smell mean the bin")
	doInsectsFrozen = must("insects-frozen", "4 days in the freezer kills what hides in it")
	doTopsoil       = must("topsoil", "Fresh plain topsoil kept damp, or washed play sand")
	doSoilCovered   = must("soil-covered", "Covered between uses; cuts covered first, hands washed after")
	doPetOut        = must("pet-out", "The pet is in another room; leftovers go in a closed bin")
	doIceWet        = must("ice-wet", "Let it stand 10 minutes until its face is wet")
	doProbe40       = must("probe-40",
		"Stir or knead, then probe the middle: 40 C or less before hands go in; a microwave leaves it hotter than the edge")
	doAdultsFound = must("adults-found", "Find {more} before the set-up opens")
)

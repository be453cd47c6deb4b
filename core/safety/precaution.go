package safety

import (
	"slices"

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

// Calls reports whether it has somebody to be called: poison advice.
func (p Precaution) Calls() bool { return p.ID == doMouthfulAdvice.ID || p.ID == doBeansAdvice.ID }

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
	p := Precaution{ID: id, say: words, takes: room.RoutineOf(habits...)}
	declared = append(declared, p)
	return p
}

// declared are all precautions, in the order of this file.
var declared []Precaution

// Precautions returns every precaution that a rule may ask for, for whoever reads them all: the register of safety
// sentences holds them to what each must say.
func Precautions() []Precaution { return slices.Clone(declared) }

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
	if _, poured := q.facts.Depth.Get(); poured || q.facts.Filled.There() {
		return doSieved
	}
	return p
}

// The floor and the tub.
var (
	doMatUnder = must("mat-under", "Put a mat or large cloth underneath. Shoes or bare feet, no socks.",
		room.FloorCovered)
	doSweepAsItFalls = must("sweep-as-it-falls", "Wipe or sweep up spills at once. No running near it.",
		room.FloorCovered, room.SieveAndSweep)
	doAdultAtTub           = must("adult-at-tub", "An adult sits at the tub", room.AdultSeated)
	doAdultAtTubThroughout = must("adult-at-tub-throughout", "An adult sits at the tub the whole time",
		room.AdultSeated)
	doEverybodySits = must("everybody-sits", "Everyone stays seated while it is out. No running. No full mouths.",
		room.AdultSeated)
	doHandsOverTub = must("hands-over-tub", "Keep hands over the tub. Do not lie in it.", room.HandsOver,
		room.NobodyLies)
	doGrainsLookedFor = must("grains-looked-for", "Look for grains on faces and in cuffs before leaving",
		room.HandsOver)
	doPourLow      = must("pour-low", "Pour low. No blowing, no clapping.", room.HandsOver)
	doDampTheCloud = must("damp-the-cloud", "Damp it at the first dust cloud", room.DampCloth)
	doDampCloths   = must("damp-cloths", "Keep a damp cloth in reach of each child. Rinse eyes with water. Do not rub.",
		room.DampCloth)
	doFillWhereItStands = must("fill-where-it-stands", "Fill it in its place and empty it by the scoop")
	doStepBeside        = must("step-beside",
		"Set it on the floor with a firm step beside it, an adult next to the youngest")
	doWaterDepth = must("water-depth",
		"No deeper than 20 mm, or empty it at once. Never over 250 mm under 36 months.")
	doReachOfWater = must("reach-of-water", "An adult within arm's reach of the water, facing it")
	doEmptyAtEnd   = must("empty-at-end", "Empty it the moment play ends")
)

// Hands, mouths and skin.
var (
	doNoTasting       = must("no-tasting", "No tasting. Wash hands straight after.", room.HandsWashed)
	doSoresCovered    = must("sores-covered", "Cover sores. Wash hands after.", room.HandsWashed)
	doPacketWithAdult = must("packet-with-adult", "No tasting. The packet stays with the adult.")
	doHandedOut       = must("handed-out", "Hand out {grams} g to a child at the most, and take every piece back")
	doNeverLeft       = must("never-left", "Never leave children alone with it. No tasting.")
	doMouthfulAdvice  = must("mouthful-advice", "If a child swallows a mouthful, call poison advice")
	doBeansAdvice     = must("beans-advice", "If a child swallows beans, call poison advice")
	doSkinPatch       = must("skin-patch", "Read the label and test a small patch of skin first")
	doHandsFromFaces  = must("hands-from-faces", "Keep hands away from faces. If it gets in an eye, rinse. Do not rub.")
	doGloves          = must("gloves", "Wear gloves. Wash hands after.")
	doGlovesLocked    = must("gloves-locked", "Wear gloves. Lock it away before children come.")
	doSurfacesHot     = must("surfaces-hot", "Wear gloves. Wash boards and surfaces hot after.")
	doSoreSkinCovered = must("sore-skin-covered", "Gloves that fit, or a sealed bag, for the child with sore skin")
	doCutsCreamed     = must("cuts-creamed", "Cover cuts. Rinse and cream hands after.")
	doApronsOn        = must("aprons-on", "Aprons on. Wash hands straight after.", room.HandsWashed)
	doPlantHands      = must("plant-hands",
		"Keep it away from mouths and eyes. Wash hands straight after. Gloves where skin is sore.")
	doDyedDry       = must("dyed-dry", "Let dyed things dry. Dab on white paper to test before play.")
	doStainOil      = must("stain-oil", "Plant oil lifts it from skin. Check that oil against the allergies first.")
	doWashBeforeSun = must("wash-before-sun", "Indoors or in the shade. Wash hands and arms before going out.")
	doInhaler       = must("inhaler",
		"Outdoors or by an open window, damp where possible. Keep the child's inhaler close by.")
	doSaidBeforePlay = must("said-before-play", "Tell the children before play. Count the pieces, and keep them away from snacks.")
)

// What stays with the adult.
var (
	doAdultsTool         = must("adults-tool", "An adult's tool: never in a child's hand")
	doAdultsHand         = must("adults-hand", "Adults only")
	doAdultsHandWashed   = must("adults-hand-washed", "Adults only. Wash hands after.")
	doAdultsHandSurfaces = must("adults-hand-surfaces",
		"Adults only. Wash hands and surfaces afterwards.")
	doAdultBetweenUses = must("adult-between-uses", "Keep it with the adult between uses")
	doAdultAloneDry    = must("adult-alone-dry", "Only the adult handles it. Aired and fully dry before play.")
	doAdultOpens       = must("adult-opens", "The adult opens it before it comes near a child")
	doAdultMixesIn     = must("adult-mixes-in", "Mixed into dough by the adult, never loose")
	doOneDrop          = must("one-drop", "At most one drop, mixed in by the adult. Lock the bottle away.")
	doExtractsByDrop   = must("extracts-by-drop", "Extracts by the drop, the bottle out of reach")
	doBottleLocked     = must("bottle-locked", "Glue the lid, or double the bag and tape it. Lock the bottle away.")
	doUnplugged        = must("unplugged", "Unplugged and out of reach before children come to the counter")
	doOutOfReachHot    = must("out-of-reach-hot", "Out of reach of the children, also while it cools")
	doNoFire           = must("no-fire", "No flour in the air, no cotton, gel or paper beside it")
	doSaltWithAdult    = must("salt-with-adult", "Only the adult handles the salt. Keep warm cloths close by.")
	doAdultHandsOut    = must("adult-hands-out", "An adult hands them out one by one and counts the backing")
)

// Watching, counting, looking over.
var (
	doWatchSealedReach = must("watch-sealed-reach",
		"Glue the lid, or double the bag and tape every edge. An adult stays within arm's reach.")
	doWatchSealed = must("watch-sealed",
		"Glue the lid, or double the bag and tape every edge. Check it before use.")
	doSealOver       = must("seal-over", "Check the seal before use")
	doFacesSeen      = must("faces-seen", "An adult sees faces the whole time")
	doNeverRoundNeck = must("never-round-neck",
		"Never round a neck, never tied. An adult sees faces the whole time.")
	doTakenIn       = must("taken-in", "Never round a neck. Take it in as soon as play ends.")
	doBreaths       = must("breaths", "An adult counts breaths: out only")
	doOnePieceTried = must("one-piece-tried", "Only the one piece that was tried is in reach")
	doWadsInView    = must("wads-in-view", "An adult keeps each wad in view and takes it in at the end")
	doIceTakenOut   = must("ice-taken-out", "An adult takes pieces out before they are the size of a mouthful")
	doPiecesCounted = must("pieces-counted", "Count pieces out and back in. Sweep the floor for missing pieces.")
	doSieved        = must("sieved", "Sieve it after play and sweep the floor for missing pieces")
	doCountedScraps = must("counted-scraps", "Count every one. Take scraps away at once.")
	doCutFirst      = must("cut-first",
		"Cut it first: what is round into quarters lengthways, the rest into strips thinner than a finger")
	doCountedBack = must("counted-back", "Count it back in")
	doScrewTried  = must("screw-tried", "Try the screw before play. Count them back in.")
	doCasesOver   = must("cases-over", "Check every case for cracks before and after. Count them.")
	doOverComeOff = must("over-come-off", "Check it before and after. Take out at once anything that has come off.")
	doBiteMarks   = must("bite-marks", "Look for bite marks. Throw away anything that crumbles.")
	doOverEachUse = must("over-each-use",
		"Check it before each use. Wash a cut and ask a health professional about tetanus.")
	doOverLens   = must("over-lens", "Check for scratches and a loose lens")
	doOverTears  = must("over-tears", "Check for tears before play")
	doRimsFelt   = must("rims-felt", "Feel round every rim first. Tape or leave out anything that scratches.")
	doEdgesTaped = must("edges-taped", "Tape it flat on every edge, or the adult keeps hold of it")
	doTwoHoles   = must("two-holes", "Give it two holes or take another shape")
	doFingersOut = must("fingers-out", "Keep fingers out of the holes. Soapy water loosens one that is stuck.")
	doHoleSealed = must("hole-sealed",
		"Seal the hole, or squeeze it out and dry it. Throw it away when anything dark comes out.")
	doSeatedNeverWalking = must("seated-never-walking",
		"Everyone sits with it. No walking with one in a hand or mouth.", room.AdultSeated)
	doSeatedOneByOne = must("seated-one-by-one", "Sitting down, one child at a time, the adult beside")
	doLowTwoHands    = must("low-two-hands", "Low down on a mat, two hands. No throwing.")
	doNeverToSun     = must("never-to-sun", "Never towards the sun. Put away in the dark.")
	doShadeFelt      = must("shade-felt", "Indoors or in the shade. Feel it first with the back of an adult's hand.")
	doWaterAimed     = must("water-aimed", "Plain water only, aimed at the tub")
	doHiddenShown    = must("hidden-shown", "Show the children the hidden items before play. No tasting.")
)

// What it is, how it is kept, and who has it.
var (
	doPacketFree        = must("packet-free", "Read this packet: use it only if it is labelled free of {allergens}")
	doPacketRead        = must("packet-read", "Read this packet for {allergens}. Adults only.")
	doPacketSays        = must("packet-says", "Use only the packet whose label says so. Read it first.")
	doLabelLists        = must("label-lists", "List every ingredient and allergen on the label")
	doLabelKeepFrom     = must("label-keep-from", "Say on the label: keep from younger children and pets")
	doOwnPortion        = must("own-portion", "Give each child their own portion or tray, with their initials")
	doOneEach           = must("one-each", "One each, marked with the child's initials. Throw it away or boil it after.")
	doOneEachMouthing   = must("one-each-mouthing", "One for each child who mouths. Empty and dry it after.")
	doThrownAwaySession = must("thrown-away-session", "Throw it away after this session")
	doThrownAway        = must("thrown-away", "Throw it away after this")
	doMendOrThrow       = must("mend-or-throw", "Mend it or throw it away after this")
	doMadeToday         = must("made-today", "Made today, chilled, never kept warm. Throw away what is left.")
	doWashedFirst       = must("washed-first", "Wash or wipe it and dry it first. Take out anything a child mouths.")
	doInsectsLookedFor  = must("insects-looked-for",
		"Spread it on a tray and look. Webs, grubs, clumps or a musty smell: throw it away.")
	doInsectsFrozen = must("insects-frozen", "4 days in the freezer kills what hides in it")
	doTopsoil       = must("topsoil", "Fresh plain topsoil kept damp, or washed play sand")
	doSoilCovered   = must("soil-covered", "Cover it between uses. Cover cuts first, wash hands after.")
	doPetOut        = must("pet-out", "Keep the pet in another room. Leftovers go in a closed bin.")
	doIceWet        = must("ice-wet", "Let it stand 10 minutes until the surface is wet")
	doProbe40       = must("probe-40",
		"Stir or knead, then check the middle with a food thermometer: 40 °C or less before play. After a microwave the middle is hotter than the edge.")
	doAdultsFound = must("adults-found", "Find {more} before play starts")
)

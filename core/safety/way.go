package safety

// Way is how a missing fact is found out. The zero value is by answering what Emblo asks.
type Way string

// The ways.
const (
	ByAnswer  Way = ""
	ByMeasure Way = "measure" // with a ruler, a gauge or a thermometer
	ByLabel   Way = "read"    // on the packet that is in use
	ByFamily  Way = "ask"     // of the family of a child
	ByName    Way = "name"    // from somebody who knows plants
)

// ways are how facts are found out, where that is not by an answer.
var ways = map[fact]Way{
	factSize: ByMeasure, factGauge: ByMeasure, factDepth: ByMeasure, factFragment: ByMeasure, factHeat: ByMeasure,
	factCord: ByMeasure, factOpening: ByMeasure, factContents: ByLabel, factAlcohol: ByLabel, factPacket: ByLabel,
	factTasted: ByFamily, factPlant: ByName,
}

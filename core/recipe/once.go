package recipe

// once are the words that steps had when a step was told by its words: a tick of then is found by them. A step whose
// words change gets a row here.
var once = map[string]string{
	"Count back in {pieces} pieces":                                                                             "Count in what was given out: {pieces} pieces",
	"Throw away leftover {thing} (children touched it)":                                                         "Throw away what is left of {thing}: hands were in it",
	"Clean up {thing}: {way}":                                                                                   "Clear away {thing}: {way}",
	"Wash everything children mouthed. Leave to dry.":                                                           "Wash what was in it and in mouths, and lay it out to dry",
	"Make {count} equal batches of {each}: your {pot} pot is too small for one":                                 "Weigh out {count} equal batches of {each}: the pot of {pot} is too small for all of it at once",
	"Take {mass} of {batch} out, check it and portion it":                                                       "Take {mass} of {batch} out, look it over and portion it",
	"Cover the floor, set out, count out the hidden items":                                                      "Cover the floor, lay out, count out what is to be found",
	"An adult keeps the pan. No tasting before it is cooked.":                                                   "An adult keeps the pan; nobody tastes before it is cooked",
	"Work in the puree until it comes together":                                                                 "Work in the puree until it holds together",
	"Knead until a mark stays":                                                                                  "Knead until it holds a mark",
	"Shape. No tasting raw dough.":                                                                              "Shape; nobody tastes raw dough",
	"Rub the oil into the flour until a fistful keeps its shape":                                                "Rub the oil into the flour until a fistful holds its shape",
	"Rub the oil into the starch until a fistful keeps its shape":                                               "Rub the oil into the starch until a fistful holds its shape",
	"Whisk water and soap for one to two minutes until it forms peaks":                                          "Whisk water and soap for one to two minutes until it stands in peaks",
	"Put the hidden items in first and pour {filler} over them to {depth}":                                      "Put the finds in first and pour {filler} over them to {depth}",
	"Pour {filler} to {depth} and stir the hidden items in":                                                     "Pour {filler} to {depth} and stir the finds in",
	"Fill each container with {filler} to {depth}":                                                              "Fill each vessel with {filler} to {depth}",
	"Fill a loaf tin with items that do not fit the small-parts cylinder. Leave a tenth for the ice. No glass.": "Fill a loaf tin with finds that do not fit the gauge; leave a tenth for the ice, no glass",
	"Cook on low heat, stirring to the bottom all the time, until the dough leaves the pot and a food thermometer in the middle reads 80 °C": "Cook on low heat, stirring to the bottom all the time, until the dough leaves the pot and a probe in the middle reads 80 °C",
	"Cook on low heat, stirring, until a food thermometer in the middle reads 80 °C":                                                         "Cook on low heat, stirring, until a probe in the middle reads 80 °C",
	"Cook on low heat, stirring, until it leaves the pot and a food thermometer reads 80 °C":                                                 "Cook on low heat, stirring, until it leaves the pot and a probe reads 80 °C",
	"Cook, stirring, until a food thermometer in the middle reads 80 °C":                                                                     "Cook, stirring, until a probe in the middle reads 80 °C",
	"Cook, stirring, until it clears and a food thermometer reads 80 °C":                                                                     "Cook, stirring, until it clears and a probe reads 80 °C",
	"Cool to 40 °C or less by food thermometer":                                                                                              "Cool to 40 °C or less by probe",
	"Leave to cool; a food thermometer must read 40 °C or less before hands touch it":                                                        "Leave to cool; a probe must read 40 °C or less before hands touch it",
	"Turn out and cool; a food thermometer must read 40 °C or less":                                                                          "Turn out and cool; a probe must read 40 °C or less",
	"Turn out, flatten and leave to cool; a food thermometer must read 40 °C or less before hands touch it":                                  "Turn out, flatten and leave to cool; a probe must read 40 °C or less before hands touch it",
	"{step}; meanwhile, do the next step":                                                                                                    "{step}; meanwhile it goes on",
}

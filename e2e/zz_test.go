package e2e
import ("testing";"os";"strings";"emblo/e2e/harness")
func TestZZTub(t *testing.T) {
	p := harness.Sit(t, harness.Start(t), 1280, 2400)
	p.Demo()
	plan(p, "Lanterns")
	p.Paste("combobox", "Add what goes in", strings.Join([]string{"Under the sea", "- dish tub", "- 4 kg white rice, dyed blue",
		"- 6 large shells", "- 10 beads", "- some seaweed", "- plastic fish x 8", "- wooden boats", "- scoops and funnels",
		"- tweezers", "- 3 bowls", "- a bag of glass pebbles", "- rope cut to 150 mm", "- pom-poms, 50 mm"}, "\n"))
	p.See("Not ready", "Dish tub")
	_ = os.WriteFile("/tmp/w/tub.png", p.Shot(), 0o644)
}

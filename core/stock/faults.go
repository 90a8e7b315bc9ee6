package stock

// GrowerFaults are the faults that a grower is counted by, whether or not they can be mended here.
func GrowerFaults(a Assessment) map[string]bool {
	out := map[string]bool{}
	if a.Flare != nil && (a.Flare.Class == Deep || a.Flare.Class == TooDeep) {
		out["buried"] = true
	}
	if a.RootBall != nil {
		for _, class := range a.RootBall.RootClasses {
			if class != RootRadial && class != RootFine {
				out["circling"] = true
			}
		}
	}
	named := map[Cause]string{"root-rot": "rot", "soak": "dry", "dried-out": "dry", "under-rooted": "under-rooted", "broken-ball": "broken-ball",
		"ball-too-small": "small-ball", "roots-too-short": "short-roots", "mould": "mould"}
	for _, r := range a.Reasons {
		if code, ok := named[r.Code]; ok {
			out[code] = true
		}
		if (r.Part == PartTrunk || r.Part == PartLeader || r.Part == PartBranching) && Worse(r.Verdict, Hold) == r.Verdict {
			out["damaged"] = true
		}
	}
	return out
}

var neglected = map[string]string{
	"flare.clear-and-inspect": "buried", "flare.send-back": "buried", "flare.excavate": "buried", "ball.clear-flare": "buried",
	"roots.cut-at-collar": "girdling", "roots.too-much-to-cut": "girdling", "roots.cut-when-dormant": "girdling", "roots.uncorrectable-roots": "girdling",
	"roots.root-rot": "rot", "graft.buried": "graft", "graft.failed": "graft",
}

// Neglected is what a fault leads to when nobody mends it (handbook, house defaults), "" where none is known.
func Neglected(r Reason) string { return neglected[r.Name()] }

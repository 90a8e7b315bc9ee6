package stock

// The closed sets of how roots are classed and corrected (stock.md; calculators.md, root-ball and bare-root).

// RootClass is what a root that goes round means to the tree, from the gravest.
type RootClass string

// The words of RootClass.
const (
	RootStrangling RootClass = "strangling"
	RootSevere     RootClass = "severe"
	RootGirdling   RootClass = "girdling"
	RootMajor      RootClass = "major"
	RootModerate   RootClass = "moderate"
	RootFine       RootClass = "fine"
	RootRadial     RootClass = "radial"
)

// All lists them.
func (RootClass) All() []RootClass {
	return []RootClass{RootStrangling, RootSevere, RootGirdling, RootMajor, RootModerate, RootFine, RootRadial}
}

// RootSchool is how circling roots at the side are treated.
type RootSchool string

// The words of RootSchool.
const (
	RootSchoolTease RootSchool = "tease"
	RootSchoolScore RootSchool = "score"
	RootSchoolShave RootSchool = "shave"
)

// All lists them.
func (RootSchool) All() []RootSchool {
	return []RootSchool{RootSchoolTease, RootSchoolScore, RootSchoolShave}
}

// SideTreatment is what is done at the side of a ball.
type SideTreatment string

// The words of SideTreatment.
const (
	SideTreatmentNone        SideTreatment = "none"
	SideTreatmentTease       SideTreatment = "tease"
	SideTreatmentCutAndTease SideTreatment = "cut-and-tease"
	SideTreatmentScore       SideTreatment = "score"
	SideTreatmentShave       SideTreatment = "shave"
)

// All lists them.
func (SideTreatment) All() []SideTreatment {
	return []SideTreatment{SideTreatmentNone, SideTreatmentTease, SideTreatmentCutAndTease, SideTreatmentScore, SideTreatmentShave}
}

// TrimSchool is whether long bare roots may be trimmed to the hole.
type TrimSchool string

// The words of TrimSchool.
const (
	TrimSchoolNeverTrim TrimSchool = "never-trim"
	TrimSchoolTrim      TrimSchool = "trim"
)

// All lists them.
func (TrimSchool) All() []TrimSchool {
	return []TrimSchool{TrimSchoolNeverTrim, TrimSchoolTrim}
}

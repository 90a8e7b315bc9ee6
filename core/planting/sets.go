package planting

// The closed sets of a planting (planting.md, schools.md).

// FlareSchool is how high the flare is set.
type FlareSchool string

// The words of FlareSchool.
const (
	FlareSchoolLevel  FlareSchool = "level"
	FlareSchoolSlight FlareSchool = "slight"
	FlareSchoolProud  FlareSchool = "proud"
)

// All lists them.
func (FlareSchool) All() []FlareSchool {
	return []FlareSchool{FlareSchoolLevel, FlareSchoolSlight, FlareSchoolProud}
}

// Shape is the shape of the hole.
type Shape string

// The words of Shape.
const (
	ShapeSaucer   Shape = "saucer"
	ShapeSquare   Shape = "square"
	ShapeCylinder Shape = "cylinder"
)

// All lists them.
func (Shape) All() []Shape {
	return []Shape{ShapeSaucer, ShapeSquare, ShapeCylinder}
}

// Base is what the hole stands on.
type Base string

// The words of Base.
const (
	BaseUndisturbed Base = "undisturbed"
	BaseTrodden     Base = "trodden"
	BaseLoose       Base = "loose"
	BaseOrganic     Base = "organic"
)

// All lists them.
func (Base) All() []Base {
	return []Base{BaseUndisturbed, BaseTrodden, BaseLoose, BaseOrganic}
}

// Habit is whether a tree or a shrub is watered.
type Habit string

// The words of Habit.
const (
	HabitTree  Habit = "tree"
	HabitShrub Habit = "shrub"
)

// All lists them.
func (Habit) All() []Habit {
	return []Habit{HabitTree, HabitShrub}
}

// Berm is how the basin is walled.
type Berm string

// The words of Berm.
const (
	BermNone    Berm = "none"
	BermRing    Berm = "ring"
	BermLowSide Berm = "low-side"
	// bermMoat is a ring that is kept: a school, and no other shape.
	bermMoat = "moat"
)

// All lists them.
func (Berm) All() []Berm {
	return []Berm{BermNone, BermRing, BermLowSide}
}

// Staking is how a tree is held; auto chooses by its form.
type Staking string

// The words of Staking.
const (
	StakingAuto       Staking = "auto"
	StakingPair       Staking = "pair"
	StakingLowUpright Staking = "low-upright"
	StakingAngled     Staking = "angled"
	StakingTripod     Staking = "tripod"
	StakingGuys       Staking = "guys"
)

// All lists them.
func (Staking) All() []Staking {
	return []Staking{StakingAuto, StakingPair, StakingLowUpright, StakingAngled, StakingTripod, StakingGuys}
}

// Ground is what the ground is like today.
type Ground string

// The words of Ground.
const (
	GroundWorkable    Ground = "workable"
	GroundFrozen      Ground = "frozen"
	GroundWaterlogged Ground = "waterlogged"
)

// All lists them.
func (Ground) All() []Ground {
	return []Ground{GroundWorkable, GroundFrozen, GroundWaterlogged}
}

// WidthSchool is how wide a hole is dug beside its ball (handbook, schools.md, "hole width").
type WidthSchool string

// The words of WidthSchool.
const (
	WidthBySoil     WidthSchool = "by-soil"
	WidthTwice      WidthSchool = "twice"
	WidthThreeTimes WidthSchool = "three-times"
)

// All lists them.
func (WidthSchool) All() []WidthSchool {
	return []WidthSchool{WidthBySoil, WidthTwice, WidthThreeTimes}
}

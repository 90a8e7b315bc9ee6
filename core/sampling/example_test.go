package sampling_test

import (
	"fmt"

	"sedum/core/sampling"
)

// Two of 25 looked at were lost: what that says of all of them, 19 times in 20 (Clopper and Pearson's exact limits).
func ExampleInterval() {
	low, high := sampling.Interval(2, 25)
	fmt.Printf("between %.0f%% and %.0f%%\n", 100*low, 100*high)
	// Output: between 1% and 26%
}

// How many of a lot of 120 to look at, so that one with a tenth faulty slips through one time in twenty at most (handbook's case).
func ExamplePlan() {
	plan, err := sampling.Plan(sampling.PlanInput{LotSize: 120, TolerableShare: 0.1, Confidence: 0.95, Accept: 0})
	fmt.Printf("%d trees; %d faulty ones slip through with %.4f, %v\n", *plan.SampleSize, plan.DefectiveAtLimit, *plan.MissProbability, err)
	// Output: 26 trees; 12 faulty ones slip through with 0.0453, <nil>
}

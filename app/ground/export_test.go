package ground

import "strings"

// OldWords are the statements of migration 80 that name what stood there before.
func OldWords() []string {
	raw, err := tables.ReadFile("tables/00080_ground_words.sql")
	if err != nil {
		panic(err)
	}
	out := []string{}
	for _, line := range strings.Split(string(raw), "\n") {
		if strings.HasPrefix(line, "INSERT IGNORE") {
			out = append(out, line)
		}
	}
	return out
}

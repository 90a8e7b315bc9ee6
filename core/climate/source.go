package climate

// Source is where the climate of a site comes from.
type Source string

// The words of Source.
const (
	SourceTyped   Source = "typed"
	SourceStation Source = "station"
)

// All lists them.
func (Source) All() []Source {
	return []Source{SourceTyped, SourceStation}
}

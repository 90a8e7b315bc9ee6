package ground

// Facts are what is known of a spot; nil and "" are "do not know". They are declared here once: record, answer and page carry them whole.
type Facts struct {
	Purpose   Purpose   `json:"purpose" optional:"true"`
	SandMM    *float64  `json:"sand_mm" minimum:"0" maximum:"500"`
	SiltMM    *float64  `json:"silt_mm" minimum:"0" maximum:"500"`
	ClayMM    *float64  `json:"clay_mm" minimum:"0" maximum:"500"`
	SoilClass SoilClass `json:"soil_class" optional:"true" doc:"a texture known without a jar"`
	PH        *float64  `json:"ph" minimum:"0" maximum:"14"`
	// Lab, Ribbon and Layers are further tellings of the same soil; all are kept, and the most trusted counts.
	Lab    *Lab    `json:"lab,omitempty"`
	Ribbon *Ribbon `json:"ribbon,omitempty"`
	Layers []Layer `json:"layers,omitempty" maxItems:"8" doc:"from the surface down, as dug"`
	// StandsInWinter is whether water stands there in winter, nil when nobody knows: a dry summer hides it.
	StandsInWinter *bool    `json:"stands_in_winter,omitempty"`
	SunH           *float64 `json:"sun_h" minimum:"0" maximum:"24"`
	Water          Water    `json:"water" optional:"true"`
	WindFrom       *float64 `json:"wind_from_deg" minimum:"0" maximum:"360"`
	Exposure       Wind     `json:"exposure" optional:"true"`
	// Sloping is that the ground slopes; how much is the fall over its distance.
	Sloping     bool     `json:"sloping"`
	SlopeFallMM *float64 `json:"slope_fall_mm,omitempty" minimum:"0" maximum:"20000"`
	SlopeOverM  *float64 `json:"slope_over_m,omitempty" exclusiveMinimum:"0" maximum:"100"`
	Slipping    *bool    `json:"slipping,omitempty" doc:"signs that the ground moves: cracks, leaning trees, bulges"`
	RaiseMM     float64  `json:"raise_mm" minimum:"0" maximum:"600"`
	Partner     bool     `json:"partner" doc:"a partner in flower stands near by"`
	// TallestM is how tall a tree may become, as wished; LivesHere is who is there; Never is what the customer does not want at all.
	TallestM  *float64   `json:"tallest_m,omitempty" exclusiveMinimum:"0" maximum:"100"`
	LivesHere []Resident `json:"lives_here,omitempty" maxItems:"6"`
	Never     []Harm     `json:"never,omitempty" maxItems:"5"`
	// Care is how much care it will get, When when it is wanted to be planted; "" is no wish.
	Care       Care       `json:"care,omitempty" optional:"true"`
	When       When       `json:"when,omitempty" optional:"true"`
	RoomLooked bool       `json:"room_looked" doc:"somebody looked for what the tree may meet"`
	Obstacles  []Obstacle `json:"obstacles" maxItems:"20"`
	Around
}

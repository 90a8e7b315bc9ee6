package paper

import (
	"bytes"
	"encoding/xml"
	"time"

	"sedum/words"
)

// xmp is what a paper says of itself to whoever files it (ISO 16684-1): its title, language and date.
func xmp(title string, language words.Language, at time.Time) []byte {
	escaped := func(text string) string {
		var out bytes.Buffer
		_ = xml.EscapeText(&out, []byte(text))
		return out.String()
	}
	return []byte("<?xpacket begin=\"\uFEFF\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n" + `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/">
<dc:format>application/pdf</dc:format>
<dc:title><rdf:Alt><rdf:li xml:lang="x-default">` + escaped(title) + `</rdf:li></rdf:Alt></dc:title>
<dc:language><rdf:Bag><rdf:li>` + escaped(string(language)) + `</rdf:li></rdf:Bag></dc:language>
<xmp:CreatorTool>Sedum</xmp:CreatorTool>
<xmp:CreateDate>` + at.UTC().Format(time.RFC3339) + `</xmp:CreateDate>
</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="w"?>`)
}

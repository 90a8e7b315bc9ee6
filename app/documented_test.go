package app_test

import (
	"bytes"
	"encoding/json"
	"net/http"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"sedum/kernel"
)

// documents are the schemas of a document, compiled as they are first needed.
type documents struct {
	mu       sync.Mutex
	compiler *jsonschema.Compiler
	schemas  map[string]*jsonschema.Schema
	document map[string]any
}

var documented = &documents{}

func (d *documents) open(t *testing.T, k *kernel.Kernel) {
	if d.compiler != nil {
		return
	}
	text, err := json.Marshal(k.OpenAPI())
	require.NoError(t, err)
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	d.document = whole.(map[string]any)
	d.compiler, d.schemas = jsonschema.NewCompiler(), map[string]*jsonschema.Schema{}
	require.NoError(t, d.compiler.AddResource("document.json", whole))
}

// holds checks an answer against what the document says of it: its status, its media type, and every field of its body.
func (d *documents) holds(t *testing.T, k *kernel.Kernel, answer *http.Response, method, path string, body []byte) {
	t.Helper()
	d.mu.Lock()
	defer d.mu.Unlock()
	d.open(t, k)
	path, _, _ = strings.Cut(path, "?")
	template := d.templateOf(k, method, path)
	if template == "" {
		return // the document says nothing of what is not an operation
	}
	operation := d.document["paths"].(map[string]any)[template].(map[string]any)[strings.ToLower(method)].(map[string]any)
	responses := operation["responses"].(map[string]any)
	status := strconv.Itoa(answer.StatusCode)
	said, there := responses[status]
	if !there {
		if status, said = "default", responses["default"]; said == nil || answer.StatusCode < 400 {
			assert.Fail(t, "the document knows no such answer", "%s %s: %d", method, template, answer.StatusCode)
			return
		}
	}
	content, _ := said.(map[string]any)["content"].(map[string]any)
	media, _, _ := strings.Cut(answer.Header.Get("Content-Type"), ";")
	if len(content) == 0 {
		assert.Empty(t, body, "%s %s: the document says there is no body", method, template)
		return
	}
	if !assert.Contains(t, content, media, "%s %s %d", method, template, answer.StatusCode) || !strings.HasSuffix(media, "json") {
		return
	}
	if schema := content[media].(map[string]any)["schema"].(map[string]any); schema["format"] == "binary" {
		return
	}
	at := "document.json#/paths/" + escaped(template) + "/" + strings.ToLower(method) + "/responses/" + status + "/content/" + escaped(media) + "/schema"
	schema := d.schemas[at]
	if schema == nil {
		var err error
		schema, err = d.compiler.Compile(at)
		require.NoError(t, err, at)
		d.schemas[at] = schema
	}
	value, err := jsonschema.UnmarshalJSON(bytes.NewReader(body))
	require.NoError(t, err)
	assert.NoError(t, schema.Validate(value), "%s %s %d answers otherwise than the document says", method, template, answer.StatusCode)
}

func (d *documents) templateOf(k *kernel.Kernel, method, path string) string {
	exact := ""
	for _, o := range k.Operations() {
		template := "^/api/v1" + parameter.ReplaceAllString(regexp.QuoteMeta(o.Path), "[^/]+") + "$"
		if o.Method == method && regexp.MustCompile(template).MatchString(path) && (exact == "" || !strings.Contains(o.Path, "{")) {
			exact = "/api/v1" + o.Path
		}
	}
	return exact
}

func escaped(part string) string {
	return strings.ReplaceAll(strings.ReplaceAll(part, "~", "~0"), "/", "~1")
}

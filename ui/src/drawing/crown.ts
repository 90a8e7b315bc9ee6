/** The outline of a crown that stands at x on a soil line: w is half its width, h its height, all in the drawing's units. */
export function crownPath(x: number, grade: number, w: number, h: number, conifer: boolean): string {
  const clear = conifer ? h * 0.06 : h * 0.22
  return conifer
    ? `M${x - w} ${grade - clear}L${x} ${grade - h}L${x + w} ${grade - clear}Q${x} ${grade - clear + h * 0.03} ${x - w} ${grade - clear}Z`
    : `M${x - w} ${grade - clear - (h - clear) * 0.42}C${x - w} ${grade - h} ${x - w * 0.55} ${grade - h} ${x} ${grade - h}C${x + w * 0.55} ${grade - h} ${x + w} ${grade - h} ${x + w} ${grade - clear - (h - clear) * 0.42}C${x + w} ${grade - clear} ${x + w * 0.5} ${grade - clear} ${x} ${grade - clear}C${x - w * 0.5} ${grade - clear} ${x - w} ${grade - clear} ${x - w} ${grade - clear - (h - clear) * 0.42}Z`
}

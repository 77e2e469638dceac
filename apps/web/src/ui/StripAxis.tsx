/** The frequencies under or over a strip: a decade to each third, as the strip's own lines. */
export function StripAxis() {
  return (
    <div className="strip-axis num" aria-hidden="true">
      <span>20 Hz</span>
      <span>200</span>
      <span>2k</span>
      <span>20k</span>
    </div>
  );
}

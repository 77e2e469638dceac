// How far the edges of fitted filters lie from true ones: counted the same way in every table.

/** Counts of edges within a twelfth, a quarter and a third of an octave, and of right orders. */
export class EdgeTally {
  all = 0;
  twelfth = 0;
  quarter = 0;
  third = 0;
  order = 0;

  /**
   * @param filter the true one
   * @param truth its -6 dB frequency, Hz
   * @param model what was fitted; null where nothing was
   */
  add(filter, truth, model) {
    this.all++;
    const fitted = filter.side === 'low-pass' ? model?.lowPass : model?.highPass;
    if (!fitted) return;
    const off = Math.abs(Math.log2(fitted.sixDbHz / truth));
    this.twelfth += off <= 1 / 12;
    this.quarter += off <= 1 / 4;
    this.third += off <= 1 / 3;
    this.order += fitted.order === filter.order;
  }
}

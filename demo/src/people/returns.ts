/** How the readers of the demo bring things back: books round the due date, films sooner, journals and scores late. */
import type { ReturnsFile } from '@catalex/contract/files'

export const RETURNS: ReturnsFile = {
  late: [
    { families: ['film', 'kit', 'music'], days: [[-5, 210], [-3, 340], [-1, 520], [0, 610], [1, 190], [3, 80], [7, 40], [21, 12]] },
    { families: ['score', 'journal'], days: [[-7, 90], [-2, 160], [0, 420], [2, 130], [7, 110], [14, 70], [30, 25], [60, 6]] },
    { days: [[-14, 420], [-7, 980], [-3, 1430], [-1, 2110], [0, 2640], [1, 540], [3, 410], [7, 260], [14, 120], [28, 60], [45, 18], [90, 5]] },
  ],
  collected: [[0, 830], [1, 1460], [2, 980], [3, 520], [5, 270], [7, 90]],
  lapsed: 5,
} // prettier-ignore

export { fieldsOn, PAPER_MM, POINTS_PER_MM, type Field, type PaperName } from './paper'
export { posterOn, type Poster, type PosterPage } from './poster'

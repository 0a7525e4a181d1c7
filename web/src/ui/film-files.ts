/** Films that the browser decodes. */
export const FILM_FILES = 'video/mp4,video/webm,video/quicktime,.mp4,.m4v,.webm,.mov,.mkv';

export const isFilm = (file: File): boolean =>
  /\.(mp4|m4v|webm|mov|mkv)$/i.test(file.name) || file.type.startsWith('video/');

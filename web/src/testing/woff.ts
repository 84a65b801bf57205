/** Stands for a font's file in unit tests, which fetch none. */
export default 'font.woff';

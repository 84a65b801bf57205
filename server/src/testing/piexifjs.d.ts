/**
 * What the tests use of piexifjs, which comes without types: it writes the data of a picture that a camera
 * would.
 */
declare module 'piexifjs' {
  type Rational = [number, number];
  const piexif: {
    readonly ImageIFD: { readonly Make: number };
    readonly GPSIFD: Record<'GPSLatitudeRef' | 'GPSLatitude' | 'GPSLongitudeRef' | 'GPSLongitude', number>;
    readonly GPSHelper: { degToDmsRational(degrees: number): Rational[] };
    dump(data: { readonly '0th': object; readonly Exif: object; readonly GPS: object }): string;
    insert(exif: string, jpeg: string): string;
  };
  export default piexif;
}

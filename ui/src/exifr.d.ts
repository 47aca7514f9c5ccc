/** The package describes its whole build only; this is its small one, for JPEG. */
declare module 'exifr/dist/lite.esm.mjs' {
  import exifr from 'exifr'
  export default exifr
}

export { carriedInWords, type Carried } from './carries.ts';
export { carriedByName, carriedByRelations, namesOthers, partWithoutMakers, saysOfMakers } from './office.ts';
export { carriedByPdf, pdfUaPart, signsPdf, withoutMakers, withPdfUa, type PdfValue } from './pdf.ts';
export { bareJpegOrPng } from './picturein.ts';

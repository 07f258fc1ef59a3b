// What reads PDFs beside the page. It takes a while to begin: a page that shows one lets it begin before all else.

export const port = new Worker("/vendor/pdfjs/pdf.worker.min.mjs", { type: "module" });

# frozen_string_literal: true

module JustSeal
  module Operations
    # What is said of a file that can't be taken as it is: what was seen, and what to do.
    module IntakeWords
      PROBLEMS = {
        empty: "The file is missing or empty. Choose a PDF, DOCX or ODT.",
        too_large: "The file is larger than #{Core::Pdf::Intake::MOST_BYTES / 1024 / 1024} MB. Make it smaller, or " \
                   "split it.",
        not_a_pdf: "The file is not a PDF. Save or print the document as PDF, then choose it again.",
        damaged: "The PDF is damaged and can't be read. Save it anew from where it was made.",
        encrypted: "The PDF is protected by a password. Save a copy without protection, then choose that.",
        no_pages: "The PDF has no pages.",
        too_many_pages: "The PDF has more than #{Core::Pdf::Intake::MOST_PAGES} pages. Split it.",
        external_content: "Parts of the PDF lie in other files, so nobody can say what it shows. Print it to " \
                          "PDF, then choose the copy.",
        xfa_dynamic: "The PDF is an XFA form that only its reader draws. Print it to PDF, then choose the copy.",
        displaced: "There are bytes before the PDF begins, which some readers stumble over once it is signed. " \
                   "Flatten it: a new copy is made without them, the original is kept.",
        signed_before: "The PDF carries a signature already. Flatten it (the signature goes, the original is " \
                       "kept), or capture it as it was before.",
        xfa: "The PDF holds an XFA form, which can look different to each reader.",
        active_content: "The PDF holds scripts or actions that can change it by itself.",
        embedded_media: "The PDF holds sound, film or a model that can't be read on paper.",
        hidden_layers: "The PDF has layers that are hidden at first.",
        package_damaged: "The file is damaged and can't be unpacked. Save it anew from where it was made.",
        package_too_large: "The file unpacks to more than " \
                           "#{Core::Documents::Package::MOST_UNPACKED_BYTES / 1024 / 1024} MB. Make it smaller, or " \
                           "save it as PDF.",
        conversion_failed: "No PDF could be made of the file. Save it as PDF where it was made, and drop that.",
        conversion_slow: "Making a PDF of the file took too long and was stopped. Try again, or save it as " \
                         "PDF where it was made.",
        flattening_failed: "The file could not be flattened. Print it to PDF, then drop the copy.",
        not_reserved: "The record was freed meanwhile. Take it for revision again, then bring the file back once more."
      }.freeze

      module_function

      # +code+: symbol or text.
      def problem(code) = PROBLEMS.fetch(code.to_sym)
    end
  end
end

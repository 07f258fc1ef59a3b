# frozen_string_literal: true

require "openssl"
require "zip"
require "zlib"

# Files that were made to stop whoever reads them.
module HostileFiles
  module_function

  # A PDF of +objects+, texts of objects from number 1; number 1 is the catalogue.
  def plain_pdf(*objects, trailer: "")
    out = "%PDF-1.7\n".b
    offsets = objects.each_with_index.map do |text, index|
      out.bytesize.tap { out << "#{index + 1} 0 obj\n".b << text.b << "\nendobj\n".b }
    end
    start = out.bytesize
    out << "xref\n0 #{objects.size + 1}\n0000000000 65535 f \n"
    offsets.each { |offset| out << format("%010d 00000 n \n", offset) }
    out << "trailer\n<< /Size #{objects.size + 1} /Root 1 0 R #{trailer} >>\nstartxref\n#{start}\n%%EOF\n"
  end

  def stream(bytes, entries) = "<< /Length #{bytes.bytesize} #{entries} >>\nstream\n".b << bytes << "\nendstream".b

  PAGE = "<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 200] /Contents 4 0 R >>"
  PAGES = "<< /Type /Pages /Kids [3 0 R] /Count 1 >>"

  def page_with(content, entries)
    plain_pdf("<< /Type /Catalog /Pages 2 0 R >>", PAGES, PAGE, stream(content, entries))
  end

  # Zeros in so many megabytes, deflated twice.
  def bomb(megabytes)
    deflate = Zlib::Deflate.new(9)
    block = "\0" * 1_048_576
    once = +"".b
    megabytes.times { once << deflate.deflate(block) }
    Zlib.deflate(once << deflate.finish, 9)
  end

  def nested_filters = page_with(bomb(600), "/Filter [/FlateDecode /FlateDecode]")

  # The same where every reader has to unpack it: the list of what stands where.
  def nested_references
    body = stream(bomb(600), "/Type /XRef /W [1 2 1] /Size 6 /Root 1 0 R /Filter [/FlateDecode /FlateDecode]")
    out = plain_pdf("<< /Type /Catalog /Pages 2 0 R >>", PAGES, PAGE, stream("", ""))
    start = out.bytesize
    out << "5 0 obj\n".b << body << "\nendobj\nstartxref\n#{start}\n%%EOF\n".b
  end

  def end_marks = page_with("", "") + ("startxref\n9\n%%EOF\n" * 20_000)

  def nested_arrays(depth = 100_000)
    plain_pdf("<< /Type /Catalog /Pages 2 0 R /X #{"[" * depth}#{"]" * depth} >>", PAGES, PAGE, stream("", ""))
  end

  def kids_of_itself
    form = "/AcroForm << /Fields [5 0 R] /SigFlags 3 >>"
    field = "<< /FT /Sig /T (Self) /Kids [5 0 R] /Parent 5 0 R >>"
    plain_pdf("<< /Type /Catalog /Pages 2 0 R #{form} >>", PAGES, PAGE, stream("", ""), field)
  end

  def pages_of_themselves
    plain_pdf("<< /Type /Catalog /Pages 2 0 R >>", "<< /Type /Pages /Kids [2 0 R] /Count 1 /Parent 2 0 R >>")
  end

  # A signature whose CMS has certificates, and nobody who signed.
  def no_signer
    key = OpenSSL::PKey::EC.generate("prime256v1")
    certificate = OpenSSL::X509::Certificate.new.tap do |one|
      one.subject = one.issuer = OpenSSL::X509::Name.parse("/CN=Nobody")
      one.public_key = key
      one.serial = 1
      one.not_before = Time.now - 60
      one.not_after = Time.now + 3600
      one.sign(key, "SHA256")
    end
    signed_with(empty_cms(certificate).to_der)
  end

  # SignedData of RFC 5652, 5.1, with an empty set of signers.
  def empty_cms(certificate)
    tagged = ->(tag, *parts) { OpenSSL::ASN1::ASN1Data.new(parts, tag, :CONTEXT_SPECIFIC) }
    data = OpenSSL::ASN1::Sequence(
      [
        OpenSSL::ASN1::Integer(1),
        OpenSSL::ASN1::Set([OpenSSL::ASN1::Sequence([OpenSSL::ASN1::ObjectId("SHA256")])]),
        OpenSSL::ASN1::Sequence([OpenSSL::ASN1::ObjectId("pkcs7-data")]),
        tagged[0, OpenSSL::ASN1.decode(certificate.to_der)],
        OpenSSL::ASN1::Set([])
      ]
    )
    OpenSSL::ASN1::Sequence([OpenSSL::ASN1::ObjectId("pkcs7-signedData"), tagged[0, data]])
  end

  def signed_with(der)
    signature = "<< /Type /Sig /Filter /Adobe.PPKLite /SubFilter /ETSI.CAdES.detached /ByteRange [0 10 20 30] " \
                "/Contents <#{der.unpack1("H*")}> >>"
    field = "<< /FT /Sig /T (Sig) /V 6 0 R /Subtype /Widget /Rect [0 0 0 0] >>"
    catalogue = "<< /Type /Catalog /Pages 2 0 R /AcroForm << /Fields [5 0 R] /SigFlags 3 >> >>"
    plain_pdf(catalogue, PAGES, PAGE, stream("", ""), field, signature)
  end

  # A PNG that says 100 x 100, with so many megabytes behind it.
  def long_png(megabytes)
    chunk = ->(type, data) { [data.bytesize].pack("N") << type << data << [Zlib.crc32(type + data)].pack("N") }
    deflate = Zlib::Deflate.new(9)
    data = +"".b
    megabytes.times { data << deflate.deflate("\0" * 1_048_576) }
    header = [100, 100, 8, 6, 0, 0, 0].pack("NNC5")
    "\x89PNG\r\n\x1A\n".b << chunk["IHDR".b, header] << chunk["IDAT".b, data << deflate.finish] << chunk["IEND".b, "".b]
  end

  # A package whose document unpacks to so many megabytes.
  def long_docx(megabytes)
    Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry("[Content_Types].xml")
      zip << "<Types/>"
      zip.put_next_entry("word/document.xml")
      megabytes.times { zip << (" " * 1_048_576) }
    end.string
  end

  def deep_docx(depth = 50_000)
    Zip::OutputStream.write_buffer do |zip|
      zip.put_next_entry("[Content_Types].xml")
      zip << "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"/>"
      zip.put_next_entry("word/document.xml")
      zip << ("<a>" * depth) << ("</a>" * depth)
    end.string
  end
end

# frozen_string_literal: true

require "open3"

# Signatures as other programs and libraries make them.
module OtherMakers
  ROOM = 20_000

  # {name of the maker => signed PDF}, by an authority that nobody here accepts.
  def other_makers
    Authorities.once(:other_makers) { by_openssl.merge(by_libraries, by_programs) }
  end

  # A stranger's signer: key and certificate with its chain.
  def outsider(key = Authorities.once(:outsider_key) { JustSeal::Standins::QuickKey.rsa(3072) })
    request = OpenSSL::X509::Request.new
    request.subject = OpenSSL::X509::Name.new([["O", "Fjordside Surveyors"], ["CN", "Ada Outside"]])
    request.public_key = key
    request.sign(key, "SHA256")
    certificate, *chain = Authorities.stranger.enrol(request)
    JustSeal::Core::Pdf::Signer.new(certificate: certificate, chain: chain, key: key)
  end

  # A PDF with a place for a signature, which the block fills: it gets the covered bytes and returns DER or BER.
  def signed_by(kind: :"adbe.pkcs7.detached", &make)
    doc = HexaPDF::Document.new(io: StringIO.new(pdf))
    handler = HexaPDF::DigitalSignature::Signing::DefaultHandler.new(
      signature_size: ROOM,
      signing_time: Time.now,
      external_signing: ->(io, range) { yield(JustSeal::Core::Pdf::Signing.covered(io, range)) }
    )
    handler.define_singleton_method(:finalize_objects) do |field, signature|
      super(field, signature)
      signature[:SubFilter] = kind
    end
    out = StringIO.new("".b)
    doc.signatures.add(out, handler, write_options: { incremental: false })
    out.string
  end

  # `openssl cms -sign` over +covered+, with further words of the command.
  def openssl_cms(covered, *words, signer: outsider, command: "cms")
    Dir.mktmpdir do |folder|
      paths = {
        covered: covered,
        key: signer.key.private_to_pem,
        one: signer.certificate.to_pem,
        chain: signer.chain.map(&:to_pem).join
      }.to_h { |name, content| [name, File.join(folder, name.to_s).tap { |path| File.binwrite(path, content) }] }
      run_all(
        "openssl #{command} -sign -binary -in #{paths[:covered]} -signer #{paths[:one]} -inkey #{paths[:key]} " \
        "-certfile #{paths[:chain]} -outform DER -out #{folder}/out #{words.join(" ")}"
      )
      File.binread(File.join(folder, "out"))
    end
  end

  def by_openssl
    {
      "openssl cms" => [],
      "openssl cms, in BER" => ["-stream"],
      "openssl cms, named by its key" => ["-keyid"],
      "openssl cms, without attributes" => ["-noattr"],
      "openssl cms, RSA-PSS" => ["-keyopt", "rsa_padding_mode:pss"],
      "openssl cms, SHA-512" => ["-md", "sha512"]
    }.transform_values { |words| signed_by { |covered| openssl_cms(covered, *words) } }
  end

  def by_libraries
    curve = outsider(Authorities.once(:outsider_curve) { OpenSSL::PKey::EC.generate("secp384r1") })
    {
      "openssl smime" => signed_by { |covered| openssl_cms(covered, command: "smime") },
      "openssl cms, ECDSA" => signed_by { |covered| openssl_cms(covered, signer: curve) },
      "Ruby's OpenSSL" => signed_by { |covered| pkcs7(covered) },
      "HexaPDF" => by_hexapdf
    }
  end

  def pkcs7(covered)
    flags = OpenSSL::PKCS7::BINARY | OpenSSL::PKCS7::DETACHED
    OpenSSL::PKCS7.sign(outsider.certificate, outsider.key, covered, outsider.chain, flags).to_der
  end

  def by_hexapdf
    doc = HexaPDF::Document.new(io: StringIO.new(pdf))
    doc.sign(
      out = StringIO.new("".b),
      certificate: outsider.certificate,
      key: outsider.key,
      certificate_chain: outsider.chain
    )
    out.string
  end

  def by_programs = { "poppler" => by_poppler, "MuPDF" => by_mupdf }

  # A PKCS #12 file of the outsider, in +folder+.
  def keys_in(folder)
    File.join(folder, "keys.p12").tap do |path|
      packed = OpenSSL::PKCS12.create("secret", "outsider", outsider.key, outsider.certificate, outsider.chain)
      File.binwrite(path, packed.to_der)
    end
  end

  def by_poppler
    Dir.mktmpdir do |folder|
      File.binwrite(File.join(folder, "in.pdf"), pdf)
      run_all(
        "certutil -N -d #{folder} --empty-password",
        "pk12util -i #{keys_in(folder)} -d #{folder} -W secret",
        "pdfsig -nssdir #{folder} -nick outsider -add-signature -sign 0 #{folder}/in.pdf #{folder}/out.pdf"
      )
      File.binread(File.join(folder, "out.pdf"))
    end
  end

  def by_mupdf
    Dir.mktmpdir do |folder|
      File.binwrite(File.join(folder, "in.pdf"), with_empty_field)
      run_all("mutool sign -s #{keys_in(folder)} -P secret -o #{folder}/out.pdf #{folder}/in.pdf")
      File.binread(File.join(folder, "out.pdf"))
    end
  end

  def with_empty_field
    pdf do |doc|
      field = doc.acro_form(create: true).create_signature_field("Signature1")
      field.create_widget(doc.pages[0], Rect: [90, 400, 290, 460])
    end
  end

  def run_all(*commands)
    commands.each do |line|
      said, status = Open3.capture2e(*line.split)
      raise "#{line}: #{said}" unless status.success?
    end
  end
end

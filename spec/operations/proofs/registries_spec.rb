# frozen_string_literal: true

# A kind of field and a method of proof that nobody has yet, each put into a registry for the time of an example, walk
# through form, room, check and certificate. What an example sets up is all that the product would need: a class, its
# line in the registry, its words, and, for the method, what checks it.
RSpec.describe "Registries" do
  include Pages

  let(:docket) { JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs } }

  def telephone
    Class.new(JustSeal::Core::Fields::Kind) do
      id :telephone
      size(**JustSeal::Core::Fields::Kind::LINE)
      filled_by :party
      type :text
      settings :default
      control :line, type: "tel", inputmode: "tel", autocomplete: "tel"

      def read(_spot, given, **)
        plain = given.delete(" -")
        plain.match?(/\A\+\d{7,15}\z/) ? [nil, plain] : [:no_telephone, nil]
      end
    end
  end

  def post_code
    Class.new(JustSeal::Core::Assurance::ProofMethod) do
      id :post_code
      factors :has
      channel :letter
      ease 5
      needs :nothing

      def code? = true
    end
  end

  def prove_by_post
    Class.new(JustSeal::Operations::Operation) do
      const_set(:WRONG, :code_wrong)

      def call(visitor, typed:)
        transaction do
          docket, party = JustSeal::Operations::Room.enter(visitor)
          right = typed == "KESTREL"
          proofs = JustSeal::Operations::ProofRecorder.for(docket, party, visitor)
          right ? proofs.keep("post_code") : proofs.wrong("post_code")
          right
        end
      end
    end
  end

  def register(registry, one)
    stub_const("#{registry}::ALL", registry::ALL.merge(one.id => one.new).freeze)
    Sequel.connect(ENV.fetch("JUST_SEAL_SUPERUSER_URL")) { |db| JustSeal::Launch::Migrations.fill(db) }
  end

  # Words of the locale files for the time of an example.
  def words(**all)
    I18n.backend.store_translations(:en, all)
  end

  after do
    JustSeal::Words.load
    neutral_rulebook
  end

  describe "of kinds of field" do
    let(:draft) do
      draft = ready_draft
      place = { "page" => 1, "x" => 300.0, "width" => 150.0, "height" => 16.0 }
      number = { **place, "kind" => "telephone", "party" => "A", "y" => 480.0, "key" => "call", "settings" => {} }
      JustSeal::Operations::PlaceFields.call(
        staff(:maren),
        number: draft.number,
        edits: draft.edits,
        fields: [field("A"), field("B", y: 120.0), number]
      )
    end

    before do
      register(JustSeal::Core::Fields::Kinds, telephone)
      words(
        field_kinds: { telephone: "Telephone" },
        field_hints: { telephone: "A number with its country." },
        errors: { no_telephone: "That is no telephone number." }
      )
    end

    def act(visitor, sha256, number)
      JustSeal::Operations::ActOnDocket.call(
        visitor,
        seen: { 1 => sha256 },
        mark: { "typed" => "Ines Halloran" },
        typed: { "call" => number }
      )
    end

    it "takes a new kind through form, room, check and certificate" do
      context = JustSeal::Web::Context.new(office: office, now: office.now)
      shown = Class.new(JustSeal::Web::Page) { include JustSeal::Web::FieldWords }.new(context)
      expect(shown.kind_data.last).to include(id: "telephone", label: "Telephone", hint: "A number with its country.")

      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256, "later") }.to raise_error(JustSeal::Errors::Invalid) { |error|
        expect(JustSeal::Words.problem(error)).to eq("That is no telephone number.")
      }
      act(visitor, sha256, "+47 555 01 234")
      work_jobs
      sign(docket, "B", mark: { "typed" => "Joss" })
      bytes = office.blobs.get(document(docket).sealed_sha256)
      expect(words_of(bytes)).to include("+4755501234")
      expect(JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: Time.now).verdict).to eq(:intact)
    end
  end

  describe "of methods of proof" do
    let(:draft) { ready_draft }

    before do
      register(JustSeal::Core::Assurance::Methods, post_code)
      words(methods: { post_code: "code by letter" })
      proofs = JustSeal::Web::SigningRoom::Proofs
      typed = proofs::Typed.new(prove_by_post, :typed, 40)
      stub_const("#{proofs}::TYPED", proofs::TYPED.merge("post_code" => typed))
      rulebook({ "title" => "By letter", "kinds" => %w[outside], "floor" => 2 })
    end

    it "takes a new method through rulebook, room, level and certificate" do
      room = enter_by("/room/#{token_for(party(docket, "A"))}")
      open_page("#{room}/prove")
      send_form("#{room}/prove/post_code", typed: "SEAGULL")
      expect([last_response.status, text]).to match([422, a_string_including("Code by letter")])
      send_form("#{room}/prove/post_code", typed: "KESTREL")
      expect(last_response.status).to eq(302)
      expect(party(docket, "A").level_reached).to eq(2)
      sign(docket, "A", visitor: visitor_of(docket, "A"))
      sign(docket, "B", mark: { "typed" => "Joss" })
      certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
      expect(words_of(office.blobs.get(certificate.sha256))).to include("code by letter")
    end
  end
end

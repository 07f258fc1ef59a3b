# frozen_string_literal: true

module JustSeal
  module Operations
    # Gathers what a party gives when it acts, and refuses what is missing or can't be used.
    class ActGatherer < Operation
      # +acts+: does the party act now? Then what is asked at that moment is wanted as well: the place, and words to
      # type.
      def initialize(docket, party, visit, acts: true)
        super()
        @docket = docket
        @party = party
        @visit = visit
        @acts = acts
      end

      # +given+: what the browser sent, as ActOnDocket takes it. Returns ActSubmission. Raises Errors::Invalid.
      def call(seen:, mark: nil, initials: nil, typed: {}, pages: {}, place: nil, declaration: nil)
        filling = Queries::DocketFilling.new(@docket, @party, visit: @visit, given: typed)
        result = filling.result
        refuse_incomplete(filling, result)
        marks = { "signature" => mark, "initials" => initials }
        own = filling.own.select { |spot| result.shown[spot.slot] }
        refuse_unusable_marks(own, marks)
        written = written(own, filled_by(result, marks))
        ActSubmission.new(
          seen: seen,
          written: written,
          kept: result.values.slice(*own.map(&:slot)).compact,
          pages: pages_of(pages),
          place: place(place),
          mark: mark_word(mark),
          declaration: declared(declaration),
          fields: ActSubmission.fields(written)
        )
      end

      private

      # A mark is wanted where a field asks for it, and has to be usable whenever it is given.
      def refuse_unusable_marks(own, marks)
        marks.each do |kind, mark|
          wanted = own.any? { |spot| spot.kind == kind && spot.required? }
          refuse_unusable(kind, mark) if wanted || mark
        end
      end

      def refuse_unusable(kind, mark)
        unless Core::Fields::Mark.valid?(mark)
          raise Errors::Invalid, { "mark" => kind == "signature" ? :no_signature : :no_initials }
        end

        gaps = office.faces.missing(mark["typed"].to_s, :hand)
        return if gaps.empty?

        raise Errors::Invalid, { "mark" => Core::Problem.new(:"#{kind}_characters", characters: gaps) }
      end

      # {position => {name of the field => value}} of the fields +own+. +by+: Core::Fields::Kind::By.
      def written(own, by)
        own.group_by(&:document).transform_values do |spots|
          spots.to_h { |spot| [spot.name, spot.of_kind.written(spot, by)] }.compact
        end
      end

      def refuse_incomplete(filling, result)
        return if result.complete?

        titles = filling.own.to_h { |spot| [spot.slot, spot.title] }
        missing = result.missing.to_h { |slot| [slot, Core::Problem.new(:missing_value, label: titles.fetch(slot))] }
        raise Errors::Invalid, result.problems.merge(missing)
      end

      # What fields are filled in from (Core::Fields::Kind::By).
      def filled_by(result, marks)
        Core::Fields::Kind::By.new(
          name: @party.name,
          email: @party.email,
          day: day,
          marks: marks,
          values: result.values,
          texts: result.texts
        )
      end

      def day = I18n.l(office.zone.to_local(now).to_date, format: :day_year)

      def pages_of(pages)
        @docket.documents.to_h do |document|
          [document.position, pages[document.position].to_i.clamp(0, document.version.page_count)]
        end
      end

      def mark_word(mark)
        mark ? { "typed" => "typed", "picture" => "picture" }.fetch(mark.keys.first, "drawn") : "none"
      end

      # The words that were asked for, as they were typed. Raises Errors::Invalid.
      def declared(typed)
        asked = @party.declaration if @acts
        return unless asked

        text = Core::Filing::SafeName.line(typed.to_s)
        return text if Core::Circulations::Declaration.same?(asked, text)

        raise Errors::Invalid, { "declaration" => Core::Problem.new(:declaration_differs, words: asked) }
      end

      # Where the party says it is, where the rules want to know. Not to tell is recorded, and refused only where the
      # rules demand it.
      def place(given)
        wanted = @acts ? Queries::AssuranceStatus.new(@docket, @party, at: now).demand.location : "no"
        return if wanted == "no"

        place = Core::Assurance::Location.read(given)
        if wanted == "demand" && place.key?("refused")
          raise Errors::Invalid, { "place" => Core::Problem.new(:place_demanded, name: @docket.owner.name) }
        end

        place
      end
    end
  end
end

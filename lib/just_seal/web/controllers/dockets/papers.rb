# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # Copies of a docket that are signed by pen: printed, brought in, read, and made an act.
      module Papers
        extend RouteSet

        STEP = "/:number/paper/:copy"

        post "/:number/paper" do
          copy = Operations::ChoosePaper.call(
            actor,
            number: find.number,
            letter: params["letter"].to_s,
            waits: params["waits"] == "1"
          )
          redirect docket_paper_path(copy.docket, copy.number)
        rescue Errors::Conflict => e
          failed = { dialog: dialog_id("paper"), problems: { "conflict" => Words.problem(e) }, typed: params }
          show_docket(code: 409, failed: failed)
        end

        get(STEP) { show_paper }

        # What is printed.
        get "#{STEP}/pages.pdf" do
          copy = paper
          content_type :pdf
          headers "content-disposition" => "inline; filename=\"#{copy.name.tr(" ", "-")}.pdf\""
          office.blobs.get(copy.pack_sha256)
        end

        # The scan, upright and in order.
        get "#{STEP}/scan.pdf" do
          copy = paper
          raise Errors::Missing, :no_paper_copy unless copy.scan_sha256

          content_type :pdf
          office.blobs.get(copy.scan_sha256)
        end

        get "#{STEP}/pictures/:id" do
          picture = paper.pictures.find { |one| one.id == params["id"].to_i } or raise Errors::Missing, :no_paper_file
          content_type :jpeg
          office.blobs.get(picture.sha256)
        end

        post "#{STEP}/files" do
          files = Array(params["files"]).map { |file| upload(file).values_at(:file_name, :bytes) }
          in_paper do
            Operations::BringPaper.call(
              actor,
              **place_of_paper,
              files: files.reject do |_, bytes|
                bytes.empty?
              end
            )
          end
        end

        post "#{STEP}/leave-out" do
          in_paper { Operations::BringPaper.new.leave_out(actor, **place_of_paper, id: params["id"].to_i) }
        end

        post "#{STEP}/entry" do
          in_paper do
            Operations::EnterPaper.call(actor, **place_of_paper, looked_at: looked_at, **PenReading.read(params))
          end
        end

        post("#{STEP}/take-back") { in_paper { Operations::EnterPaper.new.take_back(actor, **place_of_paper) } }

        post "#{STEP}/confirm" do
          agreed = Array(params["agreed"]).map(&:to_s)
          in_paper { Operations::TakeInPaper.call(actor, **place_of_paper, agreed: agreed, looked_at: looked_at) }
        end

        post "#{STEP}/end" do
          in_paper { Operations::EndPaper.call(actor, **place_of_paper, why: params["why"].to_s) }
        end

        private

        def paper
          allow!(:send)
          Queries::Lookup.paper_copy(find, params["copy"].to_i) or raise Errors::Missing, :no_paper_copy
        end

        # What the page showed, as it said then.
        def looked_at = text_param("looked_at", most: 64)
        def place_of_paper = { number: find.number, copy: params["copy"].to_i }

        # What was typed comes back with the page that says what is wrong.
        def in_paper
          yield
          redirect docket_paper_path(params["number"], params["copy"])
        rescue Errors::Invalid => e
          show_paper(code: 422, problems: Words.problems(e.problems), typed: params)
        rescue Errors::Conflict => e
          show_paper(code: 409, problems: { "conflict" => Words.problem(e) }, typed: params)
        rescue Errors::Forbidden => e
          show_paper(code: 403, problems: { "conflict" => Words.problem(e) }, typed: params)
        end

        def show_paper(code: 200, problems: {}, typed: {})
          told = mark(params["number"])
          copy = paper
          page = Pages::Dockets::PaperCopy.new(
            context,
            copy,
            reading: Operations::PaperReading.of(copy),
            choice: Queries::PaperChoice.new(copy.docket, copy.party, at: office.now),
            mark: told,
            problems: problems,
            typed: typed
          )
          show_page page, code: code
        end
      end
    end
  end
end

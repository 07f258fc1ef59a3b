# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # Standing questions, and what they found.
        class Watches < Page
          include AnswerCells

          MAX_SHOWN = 50
          USUAL_DAYS = 365

          attr_reader :rows, :typed

          # +found+: {watch id => Queries::StandingQuestions::Found}; +typed+: of a question that was refused.
          def initialize(context, rows, found:, classes:, typed: {}, problems: {})
            super(context)
            @rows = rows
            @found = found
            @classes = classes
            @typed = typed
            @problems = problems
          end

          def place = :evidence
          def asks? = may?(:watch)
          def fresh = @found.values.sum(&:fresh)
          def fresh_words = fresh.zero? ? t(".nothing") : counted("find", fresh)
          def found(watch) = found_by(watch).finds
          def unseen(watch) = found(watch).select { |one| one.seen_at.nil? }

          # Where not all that was found is shown.
          def first_of(watch)
            shown = found(watch).size
            all = found_by(watch).count
            t(".first_of", shown: number(shown), count: number(all)) if shown < all
          end

          # What "Mark as reviewed" sends along: what was on the page, and by when it had been found, in microseconds.
          def reviewed(watch)
            upto = unseen(watch).map(&:found_at).max
            { finds: unseen(watch).map(&:id).join(" "), upto: (upto.to_i * 1_000_000) + upto.usec }
          end

          def path(watch, step) = "#{watches_path}/#{watch.id}/#{step}"

          def about(watch)
            facts = {
              question: t("questions.#{watch.question}.title"),
              days: counted("day", watch.days),
              name: watch.account.name,
              classes: watch.scope["classes"] ? t(".of_classes", codes: watch.scope["classes"].to_a.join(", ")) : ""
            }
            return t(".not_asked", **facts) unless watch.ran_at

            t(".asked_html", time: time_tag(watch.ran_at, :auto), **facts)
          end

          def problem_of(watch) = Words.kept(watch.problem)

          # What stands behind the number of a find.
          def rest(watch, find) = cells(watch, find).drop(1).reject(&:empty?).first(3).join(", ")

          # The heading of the list that a find stands in.
          def list_of(watch, find)
            worded?(find) ? find.told["list"] : t("questions.#{watch.question}.lists.#{find.told["list"]}.title")
          end

          def cells(watch, find)
            return find.told["cells"] if worded?(find)

            Words::Answer.line(watch.question, find.told["columns"], find.told["cells"]).map(&:to_s)
          end

          def questions = Queries::Questions::STANDING.map { |name| [name, t("questions.#{name}.title")] }
          def days = typed["days"] || USUAL_DAYS

          # [[code, ticked], ...]
          def class_ticks = @classes.map { |one| [one.code, typed["classes"].to_a.include?(one.code)] }

          private

          def found_by(watch) = @found.fetch(watch.id, Queries::StandingQuestions::NOTHING)

          # Those from when finds were kept in words.
          def worded?(find) = !find.told.key?("columns")
        end
      end
    end
  end
end

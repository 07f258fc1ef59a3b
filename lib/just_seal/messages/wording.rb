# frozen_string_literal: true

module JustSeal
  module Messages
    # What the mails of a docket say. Each kind gives {"lead", "lines", "margin", "action", "address"}; a missing
    # address means the personal link, which is made on delivery.
    class Wording
      ENDINGS = {
        "refused" => "was refused",
        "withdrawn" => "was withdrawn",
        "lapsed" => "was not signed in time"
      }.freeze

      def initialize(docket, reader, office:, record: nil, about: {})
        @docket = docket
        @reader = reader
        @office = office
        @record = record
        @about = about
      end

      def subject(kind)
        return filled(@docket.subject) if kind == :invitation && !@docket.subject.to_s.empty?

        {
          invitation: "Please #{act}: #{@docket.title}",
          reminder: "Still open for you to #{act}: #{@docket.title}",
          lapsing: "Soon lapses: #{@docket.title}",
          sealed: "Sealed: #{@docket.title}",
          mail_code: "Your code for #{@docket.title}",
          text_code: "A code for #{@docket.title}",
          locked: "Locked: #{@docket.title}",
          passed_on: "Passed on: #{@docket.title}",
          relieved: "No longer open to you: #{@docket.title}",
          deadline_changed: "New deadline: #{@docket.title}",
          ended: "#{@docket.title} #{ENDINGS[@docket.state]}"
        }.fetch(kind)
      end

      def invitation
        {
          "lead" => "#{@docket.owner.name} of #{@office.settings.office} asks you to #{act} “#{@docket.title}”.",
          "lines" => [
            *own_words,
            any_one,
            "It is open to you until #{day(@docket.deadline)}.",
            "The link is yours alone: please do not pass it on. It takes a few minutes, and needs no account " \
            "and no installation."
          ].reject(&:empty?),
          "margin" => margin,
          "action" => "Read and #{act}"
        }
      end

      def reminder
        {
          "lead" => "“#{@docket.title}” still waits for you to #{act} it.",
          "lines" => [
            *own_words,
            "It is open to you until #{day(@docket.deadline)}; then it lapses.",
            "This link is new and yours alone; earlier ones work as well. If somebody else should do this, " \
            "tell #{@docket.owner.name}."
          ].reject(&:empty?),
          "margin" => margin,
          "action" => "Read and #{act}"
        }
      end

      # To the sender, before the deadline.
      def lapsing
        waiting = @docket.parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }.map(&:name)
        {
          "lead" => "“#{@docket.title}” lapses on #{day(@docket.deadline)}.",
          "lines" => [
            "It waits for #{waiting.join(" and ")}. You can remind them, or give them more time, on the page of the " \
            "docket."
          ],
          "margin" => margin,
          "action" => "Open the docket",
          "address" => url("/dockets/#{@docket.number}")
        }
      end

      # To the sender.
      def passed_on
        {
          "lead" => "#{@about["from"]} has passed “#{@docket.title}” on to #{@about["to"]}.",
          "lines" => [
            "The new person gets an invitation of its own and proves who it is. If that is not right, put " \
            "somebody else in the place on the page of the docket."
          ],
          "margin" => margin,
          "action" => "Open the docket",
          "address" => url("/dockets/#{@docket.number}")
        }
      end

      # The code itself is put in on delivery: the outbox keeps it closed.
      def mail_code
        {
          "lead" => "Type this code in the window in which you opened “#{@docket.title}”:",
          "lines" => ["It is good for ten minutes, and for you alone. If you did not ask for it, do nothing."],
          "margin" => margin,
          "closed" => @about["code"]
        }
      end

      # Short, for a telephone.
      def text_code
        {
          "lead" => "is your code for “#{@docket.title[0, 60]}”, good for ten minutes. #{@office.settings.office}",
          "lines" => [],
          "margin" => [],
          "closed" => @about["code"]
        }
      end

      # To the sender.
      def locked
        {
          "lead" => "#{@about["name"]} was locked out of “#{@docket.title}” after too many wrong tries.",
          "lines" => [
            "Ask them, by another way than e-mail, whether it was them. Then let them try again on the page of the " \
            "docket."
          ],
          "margin" => margin,
          "action" => "Open the docket",
          "address" => url("/dockets/#{@docket.number}")
        }
      end

      # To who was asked before somebody else.
      def relieved
        {
          "lead" => "You are no longer asked for “#{@docket.title}”.",
          "lines" => [
            "Somebody else does it instead, and your link does not work any more. #{@docket.owner.name} can tell you " \
            "more."
          ],
          "margin" => margin
        }
      end

      # To who is asked now.
      def deadline_changed
        {
          "lead" => "“#{@docket.title}” is open to you until #{day(@docket.deadline)} now.",
          "lines" => ["It was open until #{@about["before"]}. The link in your invitation works as before."],
          "margin" => margin
        }
      end

      def sealed
        lines = ["Everybody is done. The document is sealed and can't be changed unnoticed any more."]
        lines << copies
        {
          "lead" => "“#{@docket.title}” is sealed.",
          "lines" => lines.reject(&:empty?),
          "margin" => margin,
          "action" => staff? ? "Open the record" : "Check a copy",
          "address" => staff? ? url("/records/#{@record.number}") : url("/check")
        }
      end

      def ended
        {
          "lead" => "“#{@docket.title}” #{ENDINGS.fetch(@docket.state)}.",
          "lines" => [@docket.ended_because, "Links to it no longer work. Nothing was sealed."],
          "margin" => margin,
          "action" => (staff? ? "Open the docket" : nil),
          "address" => (staff? ? url("/dockets/#{@docket.number}") : nil)
        }
      end

      private

      # What the sender wrote for all, and for this party.
      def own_words = [@docket.message, @reader.note].map { |text| filled(text.strip) }

      def filled(text)
        values = {
          "name" => @reader.name,
          "title" => @docket.title,
          "deadline" => day(@docket.deadline),
          "sender" => @docket.owner.name,
          "office" => @office.settings.office,
          "docket" => @docket.number
        }
        Core::Dockets::WordingMarks.fill(text, values)
      end

      def any_one
        if @reader.is_a?(Store::PartyMember)
          "Any one of #{@reader.party.name} can do it: whoever takes it on first. The others are not needed then."
        else
          ""
        end
      end

      def act
        { "approve" => "approve", "acknowledge" => "acknowledge" }.fetch(
          @reader.is_a?(Store::Account) ? "sign" : @reader.act, "sign"
        )
      end

      def copies
        return "" if @reader.is_a?(Onlooker)
        return "It is filed with the record." if staff?
        if @about["password"]
          return "Your copy and its seal certificate are inside the attached file. It opens with the password that " \
                 "#{@docket.owner.name} has agreed with you."
        end

        "Your copy and its seal certificate are attached. Keep both: they can be checked without us."
      end

      def staff? = @reader.is_a?(Store::Account) || @reader.staff?
      def url(path) = "#{@office.settings.address}#{path}"
      def day(time) = time.nil? ? "no day yet" : @office.zone.to_local(time).strftime("%A %-d %B %Y, %H:%M")
      def margin = [["Docket", @docket.number], ["From", @docket.owner.name], ["Deadline", day(@docket.deadline)]]
    end
  end
end

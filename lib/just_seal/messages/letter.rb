# frozen_string_literal: true

require "erb"

module JustSeal
  module Messages
    # A mail's body as plain text and as HTML, with our margin. Mail programs know no style sheets: styles stand in the
    # tags.
    class Letter
      TEMPLATE = ERB.new(File.read(File.join(__dir__, "letter.erb")), trim_mode: "-")
      STYLES = {
        page: "margin:0;padding:24px;background:#F4F1EA;color:#1D2B2F;" \
              "font-family:'Public Sans',Helvetica,Arial,sans-serif;font-size:15px;line-height:1.5",
        sheet: "width:100%;max-width:640px;background:#FDFCF9;border:1px solid #D8CFBF",
        margin: "width:150px;vertical-align:top;padding:24px 16px 24px 20px;border-right:1px solid #C9A58F",
        small: "font-size:12px;color:#566267",
        fact: "font-size:14px;margin-bottom:12px",
        faded: "font-size:13px;color:#566267",
        button: "display:inline-block;background:#1C6B66;color:#FFFFFF;text-decoration:none;font-weight:600;" \
                "padding:10px 18px;border-radius:2px"
      }.freeze

      ACCENT = "#1C6B66"

      # Under which the office's logo lies beside the text (RFC 2392).
      LOGO = "logo@just-seal.invalid"

      # In the colour of +office+ (JustSeal::Office). +logo+: does its own lie beside it?
      def self.of(mail, office:, link:, logo: false)
        new(mail, office: office.profile.name, link: link, accent: office.profile.accent, logo: logo)
      end

      # +mail+: Mail or KeptMail; +office+: its name; +link+: the personal link, where the mail has no address of its
      # own; +accent+: colour of its button, nil for ours; +logo+: does the office's lie beside it?
      def initialize(mail, office:, link: nil, accent: nil, logo: false)
        @mail = mail
        @office = office
        @address = mail.address || link
        @accent = accent
        @logo = logo
      end

      def text
        margin = @mail.margin.map { |label, value| "#{label}: #{value}" }.join("\n")
        [@mail.lead, *@mail.lines, action_text, margin, @office].compact.join("\n\n")
      end

      def html
        TEMPLATE.result_with_hash(
          mail: @mail,
          office: @office,
          address: @address,
          copy_address: I18n.t("mails.copy_address", address: @address, locale: @mail.locale),
          styles: styles,
          logo: (LOGO if @logo),
          h: ERB::Util.method(:html_escape)
        )
      end

      private

      def styles = @accent ? STYLES.merge(button: STYLES[:button].sub(ACCENT, @accent)) : STYLES

      def action_text = @address && "#{@mail.action}:\n#{@address}"
    end
  end
end
